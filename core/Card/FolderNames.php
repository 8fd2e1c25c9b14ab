<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/** The names in a folder, without "." and ".."; none where it cannot be read. */
final class FolderNames
{
    /** @return list<string> */
    public static function in(string $folder): array
    {
        $names = @scandir($folder);

        return false === $names ? [] : array_values(array_diff($names, ['.', '..']));
    }

    /** @return list<string> names of the folders to choose from in one: none that is hidden or a link, as a person orders them */
    public static function toChooseFrom(string $folder): array
    {
        $names = array_filter(self::in($folder), static fn (string $name): bool => '.' !== $name[0] && is_dir("$folder/$name") && !is_link("$folder/$name"));
        natcasesort($names);

        return array_values($names);
    }

    /**
     * @param string       $real  of no link and no ".."
     * @param list<string> $roots that may be links
     */
    public static function isWithin(string $real, array $roots): bool
    {
        foreach ($roots as $root) {
            $root = realpath($root);
            if (false !== $root && ($real === $root || str_starts_with($real, rtrim($root, '/').'/'))) {
                return true;
            }
        }

        return false;
    }

    /** @return list<string> paths of the folders that match a pattern with "*" in it */
    public static function matching(string $pattern): array
    {
        $paths = glob($pattern, \GLOB_ONLYDIR | \GLOB_NOSORT);

        return false === $paths ? [] : $paths;
    }
}
