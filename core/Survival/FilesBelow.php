<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Survival;

use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Transfer\ChecksumList;

/** Files in a folder and in those below it; links are not followed, and what hides is left out. */
final class FilesBelow
{
    /** @return iterable<string> paths from the root, but for what the ledger keeps in its own folder there */
    public static function in(string $root, string $folder = ''): iterable
    {
        foreach (FolderNames::in("$root/$folder") as $name) {
            $path = ltrim("$folder/$name", '/');
            if ('.' === $name[0] || DumpDocument::FOLDER === $path || is_link("$root/$path")) {
                continue;
            }
            if (is_dir("$root/$path")) {
                yield from self::in($root, $path);
            } elseif (is_file("$root/$path")) {
                yield $path;
            }
        }
    }

    /** @return iterable<string> the same of those with such names */
    public static function ending(string $root, string $with): iterable
    {
        foreach (self::in($root) as $path) {
            if (str_ends_with($path, $with)) {
                yield $path;
            }
        }
    }

    /** @return iterable<string> the same, but for the lists of checksums */
    public static function ofAStore(string $root): iterable
    {
        foreach (self::in($root) as $path) {
            if (!\in_array(basename($path), [ChecksumList::XXH128, ChecksumList::SHA256], true)) {
                yield $path;
            }
        }
    }
}
