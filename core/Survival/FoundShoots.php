<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Survival;

use VelvetLedger\Core\Transfer\ChecksumList;

/**
 * What stores hold that a ledger does not know, told by what lies there in open form: tables of shoots beside the dumps, of several stores the
 * latest; where they say nothing, the lists of checksums in shoots' folders. What neither has is nobody's word, and left alone.
 */
final class FoundShoots
{
    /**
     * @param array<int, string>   $roots of stores that are there
     * @param array<string, mixed> $known paths from a store's root that the ledger has, as keys; those that are told are added
     *
     * @return iterable<FoundShoot>
     */
    public static function at(array $roots, array &$known): iterable
    {
        foreach (self::tables($roots) as $table) {
            $files = [];
            $lists = new ListsBeside();
            foreach (FrameTable::read((string) @file_get_contents($table)) as $row) {
                $path = ltrim($row['folder'].'/'.$row['file'], '/');
                if (!isset($known[$path]) && self::isWithin($path) && self::lies($roots, $path)) {
                    $known[$path] = true;
                    $listed = array_map(static fn (string $root): ?string => $lists->of($root, $path)[1] ?? null, array_values($roots));
                    $files[] = new FoundFile($path, self::each([...$listed, strtolower($row['xxh128'])]), $row);
                }
            }
            if ([] !== $files) {
                yield FoundShoot::ofTable($files);
            }
        }
        foreach ($roots as $root) {
            foreach (FilesBelow::ending($root, ChecksumList::XXH128) as $list) {
                $folder = \dirname($list);
                $folder = '.' === $folder ? '' : $folder;
                $files = [];
                foreach (ChecksumList::read((string) @file_get_contents("$root/$list")) as $name => $checksum) {
                    $path = ltrim("$folder/$name", '/');
                    if (!isset($known[$path]) && self::isWithin($path) && self::lies($roots, $path)) {
                        $known[$path] = true;
                        $files[] = new FoundFile($path, [$checksum]);
                    }
                }
                if ([] !== $files) {
                    yield FoundShoot::ofFolder($folder, $files);
                }
            }
        }
    }

    /**
     * @param array<int, string> $roots
     *
     * @return list<string> absolute, of each shoot the latest that there is, and those of other stores behind them
     */
    private static function tables(array $roots): array
    {
        $found = [];
        foreach ($roots as $root) {
            foreach ([FrameTable::FOLDER, FrameTable::EARLIER] as $folder) {
                foreach (FilesBelow::ending("$root/$folder", FrameTable::ENDING) as $name) {
                    $found[] = "$root/$folder/$name";
                }
            }
        }
        $written = array_combine($found, array_map(static fn (string $path): int => (int) @filemtime($path), $found));
        usort($found, static fn (string $a, string $b): int => [$written[$b], $a] <=> [$written[$a], $b]);

        return $found;
    }

    /**
     * @param non-empty-list<string|null> $checksums
     *
     * @return non-empty-list<string>
     */
    private static function each(array $checksums): array
    {
        $each = array_values(array_unique(array_filter($checksums, static fn (?string $one): bool => null !== $one && '' !== $one)));

        return [] === $each ? [''] : $each;
    }

    /** A path that a damaged list leads out of the store by is none. */
    private static function isWithin(string $path): bool
    {
        return '' !== $path && !\in_array('..', explode('/', $path), true) && !str_contains($path, "\0");
    }

    /** @param array<int, string> $roots */
    private static function lies(array $roots, string $path): bool
    {
        foreach ($roots as $root) {
            if (is_file("$root/$path") && !is_link("$root/$path")) {
                return true;
            }
        }

        return false;
    }
}
