<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Naming\PortableText;
use VelvetLedger\Core\Transfer\LastingFolders;

/**
 * How a drive spells a name that it takes for another one: many tell neither upper from lower case nor composed letters from
 * letters with marks, and some number a file anew whenever it is asked for (FUSE, libfuse's use_ino), so that only the names
 * which a folder lists tell whether two paths are two files. Paths are from a root, such as a store's.
 */
final class Spelling
{
    /** Whether two paths, both of which lead to something, are one entry of one folder. */
    public static function isOneEntry(string $root, string $one, string $other): bool
    {
        if (!self::isAllThatDiffers($one, $other) || false === @lstat("$root/$one") || false === @lstat("$root/$other")) {
            return false;
        }
        foreach (self::apart($one, $other) as $to) {
            if (\count(self::listedLike("$root/$to")) > 1) {
                return false;
            }
        }

        return true;
    }

    /** Whether its folder lists a file, or a folder, by just this name. */
    public static function isSpelled(string $path): bool
    {
        $name = PortableText::composed(basename($path));

        return [] !== array_filter(self::listedLike($path), static fn (string $listed): bool => PortableText::composed($listed) === $name);
    }

    /** Has a drive spell a folder, and those above it, so, where it has them by another spelling. Cut off in between, it is gone on with when the folder is asked for again, by any spelling. */
    public static function respell(string $root, string $folder): void
    {
        for ($wanted = $root, $names = explode('/', $folder); [] !== $names;) {
            $wanted .= '/'.array_shift($names);
            $between = self::between($wanted);
            clearstatcache();
            if (is_dir($wanted) && !is_link($wanted) && !self::isSpelled($wanted) && 1 === \count($listed = self::listedLike($wanted))) {
                @rename(\dirname($wanted).'/'.$listed[0], $between);
            }
            if (is_dir($between) && @rename($between, $wanted)) {
                LastingFolders::flush(\dirname($wanted));
            }
        }
    }

    private static function isAllThatDiffers(string $one, string $other): bool
    {
        return $one !== $other && PortableText::key($one) === PortableText::key($other);
    }

    /** The same for both spellings, so that it is found whichever is asked for. */
    private static function between(string $path): string
    {
        return \dirname($path).'/.'.PortableText::key(basename($path)).'.spelled';
    }

    /** @return list<string> the beginnings of the other path whose last name differs, the highest first */
    private static function apart(string $one, string $other): array
    {
        [$one, $other, $apart] = [explode('/', $one), explode('/', $other), []];
        foreach ($one as $i => $name) {
            if ($name !== ($other[$i] ?? $name)) {
                $apart[] = implode('/', \array_slice($other, 0, $i + 1));
            }
        }

        return $apart;
    }

    /** @return list<string> names in its folder that some drive takes for this one */
    private static function listedLike(string $path): array
    {
        $key = PortableText::key(basename($path));

        return array_values(array_filter(FolderNames::in(\dirname($path)), static fn (string $name): bool => PortableText::key($name) === $key));
    }
}
