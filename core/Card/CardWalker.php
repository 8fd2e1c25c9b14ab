<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/** Lists what is on a card or in a folder, all the way down, without following symbolic links; what breaks off is named. */
final readonly class CardWalker
{
    private const DEEPEST = 24;
    private const TYPE = 0o170000;

    public function __construct(private ListsFolder $folders = new PlainList())
    {
    }

    /** @throws CouldNotList when the root itself cannot be read */
    public function list(string $root): CardListing
    {
        $files = $troubles = [];
        $this->walk(rtrim($root, '/'), '', 0, $files, $troubles);

        return new CardListing($files, $troubles);
    }

    /**
     * @param list<CardFile> $files
     * @param list<Trouble>  $troubles
     */
    private function walk(string $root, string $folder, int $depth, array &$files, array &$troubles): void
    {
        $list = $this->folders->names($root.'/'.$folder);
        if (null !== $list->error && [] === $list->names && '' === $folder) {
            throw CouldNotList::source($root);
        }
        if (null !== $list->error) {
            $troubles[] = Trouble::damage($folder, [] === $list->names
                ? 'this folder could not be listed: '.$list->error
                : \sprintf('the list of this folder broke off after %d names: %s. There may be more in it', \count($list->names), $list->error));
        }
        foreach ($list->names as $name) {
            $path = '' === $folder ? $name : $folder.'/'.$name;
            $stat = @lstat($root.'/'.$path);
            $type = false === $stat ? null : $stat['mode'] & self::TYPE;
            match (true) {
                false === $stat => $troubles[] = Trouble::damage($path, 'the file system says nothing about it'),
                0o120000 === $type => $troubles[] = Trouble::passedOver($path, 'a symbolic link, not followed'),
                0o040000 === $type => $depth < self::DEEPEST ? $this->walk($root, $path, $depth + 1, $files, $troubles) : $troubles[] = Trouble::damage($path, 'folders too deep'),
                0o100000 === $type => $files[] = self::file($root, $path, $stat['size'], $stat['mtime']),
                default => $troubles[] = Trouble::passedOver($path, 'a device, pipe or socket, not a file'),
            };
        }
    }

    /** By its name; where that says nothing, by how it begins. */
    private static function file(string $root, string $path, int $bytes, int $modifiedAt): CardFile
    {
        $kind = Kind::ofPath($path);
        if (Kind::Unknown === $kind && $bytes > 0) {
            $head = @file_get_contents($root.'/'.$path, false, null, 0, Signature::BYTES);
            $kind = Signature::kindOf(false === $head ? '' : $head) ?? $kind;
        }

        return new CardFile($path, $bytes, $modifiedAt, $kind);
    }
}
