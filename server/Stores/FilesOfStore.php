<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stores;

use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Survival\DumpDocument;

/** All files that lie at a store, but for what the ledger keeps there for itself: marks, lists of checksums, its dumps and tables. */
final class FilesOfStore
{
    private const OURS = '/^(?:\.|checksums\.(?:xxh128|sha256)$)/';

    /** @return iterable<string> paths from the root, of a folder and those below it; links are not followed */
    public static function in(string $root, string $folder = ''): iterable
    {
        foreach (FolderNames::in("$root/$folder") as $name) {
            $path = '' === $folder ? $name : "$folder/$name";
            if (1 === preg_match(self::OURS, $name) || DumpDocument::FOLDER === $path || is_link("$root/$path")) {
                continue;
            }
            if (is_dir("$root/$path")) {
                yield from self::in($root, $path);
            } elseif (is_file("$root/$path")) {
                yield $path;
            }
        }
    }
}
