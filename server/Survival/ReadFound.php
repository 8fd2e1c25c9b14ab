<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Survival;

use VelvetLedger\Core\Survival\FoundFile;
use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\QuickPrint;

/** A file that was found, as its copies were read just now, at each store that is there. */
final readonly class ReadFound
{
    /**
     * @param string                              $checksum XXH128 that it should have: of those that are said of it, the one that a copy has; else the first
     * @param int                                 $store    that it was taken from: the first where it is as it should be, else the first that has it
     * @param array<int, array{int, string, int}> $copies   store => bytes, XXH128, time of the file (Unix seconds)
     * @param string                              $print    quick print of the one it was taken from
     */
    private function __construct(public FoundFile $file, public string $checksum, public int $store, public array $copies, public string $print)
    {
    }

    /**
     * @param array<int, string> $roots of stores that are there
     *
     * @throws CouldNotCopy where none can be read
     */
    public static function at(array $roots, FoundFile $file): self
    {
        $copies = [];
        $failed = null;
        foreach ($roots as $store => $root) {
            $path = "$root/$file->path";
            clearstatcache(true, $path);
            if (!is_file($path) || is_link($path)) {
                continue;
            }
            try {
                $copies[$store] = [(int) filesize($path), Checksum::ofFile($path), (int) filemtime($path)];
            } catch (CouldNotCopy $no) {
                $failed = $no;
            }
        }
        if ([] === $copies) {
            throw $failed ?? CouldNotCopy::sourceNotOpened($file->path, 'it is at none of the stores any more');
        }
        $checksum = $file->checksums[0];
        $first = array_key_first($copies);
        foreach ($file->checksums as $said) {
            $good = array_key_first(array_filter($copies, static fn (array $copy): bool => $copy[1] === $said));
            if (null !== $good) {
                [$checksum, $first] = [$said, $good];
                break;
            }
        }

        return new self($file, '' === $checksum ? $copies[$first][1] : $checksum, $first, $copies, QuickPrint::ofFile($roots[$first].'/'.$file->path));
    }

    /** Whether any copy is as it should be. */
    public function isWhole(): bool
    {
        return $this->copies[$this->store][1] === $this->checksum;
    }

    public function bytes(): int
    {
        return $this->isWhole() ? $this->copies[$this->store][0] : $this->file->number('bytes') ?? $this->copies[$this->store][0];
    }

    public function writtenAt(): int
    {
        return $this->copies[$this->store][2];
    }
}
