<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stamps;

use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\CouldNotRead;
use VelvetLedger\Core\Format\Picture\CodedPicture;
use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\WorkingCopy;
use VelvetLedger\Server\Persistence\Stamps\FileToStamp;
use VelvetLedger\Server\Stores\OpenStore;

/** The digest of the picture that a file came in with: as the ledger noted it, else read from a copy whose bytes are those that it has in the ledger. */
final readonly class OriginalPictures
{
    public function __construct(private Scratch $scratch)
    {
    }

    /** @param array<int, OpenStore> $open */
    public function of(FileToStamp $file, array $open): ?string
    {
        if (null !== $file->picture) {
            return $file->picture;
        }
        foreach ($file->copies as $copy) {
            $store = $open[$copy['store']] ?? null;
            $picture = null === $store || $copy['bad'] || null !== $store->leadsOut(OpenStore::folderOf($copy['path'])) ? null : $this->read($store->path($copy['path']), [$file->checksum, $copy['checksum'] ?? $file->checksum]);
            if (null !== $picture) {
                return $picture;
            }
        }

        return null;
    }

    /** @param list<string> $checksums of which it must have one: its own, or that of a state before, which has the same picture */
    private function read(string $path, array $checksums): ?string
    {
        $copy = $this->scratch->path();
        try {
            WorkingCopy::make($path, $copy);

            return \in_array(Checksum::ofFile($copy), $checksums, true) ? CodedPicture::ofFile($copy) : null;
        } catch (CouldNotCopy|BrokenFile|CouldNotRead) {
            return null;
        } finally {
            @unlink($copy);
        }
    }
}
