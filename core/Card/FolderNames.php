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

    /** @return list<string> paths of the folders that match a pattern with "*" in it */
    public static function matching(string $pattern): array
    {
        $paths = glob($pattern, \GLOB_ONLYDIR | \GLOB_NOSORT);

        return false === $paths ? [] : $paths;
    }
}
