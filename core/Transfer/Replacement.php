<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** A file whose place a later state of it takes, in one step (IEEE 1003.1, rename), and only if it is as it was known to be. */
final readonly class Replacement
{
    /** @param list<string> $known XXH128 that it may have */
    private function __construct(private string $path, private array $known)
    {
    }

    /** @param list<string> $known XXH128 */
    public static function of(string $path, array $known): self
    {
        return new self($path, $known);
    }

    /**
     * @param string $temporary proven already
     * @param string $checksum  of it
     *
     * @throws CouldNotPublish|CouldNotCopy the file is as it was
     */
    public function by(string $temporary, string $checksum): void
    {
        $there = Checksum::ofFile($this->path);
        if ($there === $checksum) {
            @unlink($temporary);

            return;
        }
        if (!\in_array($there, $this->known, true)) {
            throw CouldNotPublish::changedSince($this->path);
        }
        error_clear_last();
        if (!@rename($temporary, $this->path)) {
            throw CouldNotPublish::refused($this->path, SystemReason::last());
        }
    }
}
