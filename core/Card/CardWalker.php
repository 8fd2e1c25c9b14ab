<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/** Lists what is on a card or in a folder, all the way down, without following symbolic links. */
final class CardWalker
{
    private const DEEPEST = 24;

    /** @throws CouldNotList when the root itself cannot be read */
    public static function list(string $root): CardListing
    {
        if (false === @scandir($root)) {
            throw CouldNotList::source($root);
        }
        $files = $troubles = [];
        self::walk(rtrim($root, '/'), '', 0, $files, $troubles);

        return new CardListing($files, $troubles);
    }

    /**
     * @param list<CardFile> $files
     * @param list<Trouble>  $troubles
     */
    private static function walk(string $root, string $folder, int $depth, array &$files, array &$troubles): void
    {
        $names = @scandir($root.'/'.$folder);
        if (false === $names) {
            $troubles[] = new Trouble($folder, 'this folder could not be listed');

            return;
        }
        foreach ($names as $name) {
            if ('.' === $name || '..' === $name) {
                continue;
            }
            $path = '' === $folder ? $name : $folder.'/'.$name;
            $stat = @lstat($root.'/'.$path);
            $type = false === $stat ? null : $stat['mode'] & 0o170000;
            match (true) {
                false === $stat => $troubles[] = new Trouble($path, 'the file system says nothing about it'),
                0o120000 === $type => $troubles[] = new Trouble($path, 'a symbolic link, not followed'),
                0o040000 === $type => $depth < self::DEEPEST ? self::walk($root, $path, $depth + 1, $files, $troubles) : $troubles[] = new Trouble($path, 'folders too deep'),
                0o100000 === $type => $files[] = new CardFile($path, $stat['size'], $stat['mtime']),
                default => $troubles[] = new Trouble($path, 'a device, pipe or socket, not a file'),
            };
        }
    }
}
