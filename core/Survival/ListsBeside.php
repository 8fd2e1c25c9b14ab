<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Survival;

use VelvetLedger\Core\Transfer\ChecksumList;

/** The checksum lists at stores, each read once: the one in a file's folder, or in one above it, that tells of the file. */
final class ListsBeside
{
    /** @var array<string, array<array-key, string>> by folder, absolute */
    private array $read = [];

    /**
     * @param string $root of a store
     * @param string $path of a file, from there
     *
     * @return array{string, string}|null folder of the list, from the root, and the checksum that it tells; null where none does
     */
    public function of(string $root, string $path): ?array
    {
        for ($folder = \dirname($path);; $folder = \dirname($folder)) {
            $at = '.' === $folder ? '' : $folder;
            $this->read["$root/$at"] ??= ChecksumList::read((string) @file_get_contents(rtrim("$root/$at", '/').'/'.ChecksumList::XXH128));
            $said = $this->read["$root/$at"]['' === $at ? $path : substr($path, \strlen($at) + 1)] ?? null;
            if (null !== $said || '' === $at) {
                return null === $said ? null : [$at, $said];
            }
        }
    }
}
