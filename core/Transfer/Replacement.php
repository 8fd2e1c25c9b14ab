<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/**
 * A file whose place a later state of it takes, in one step, and only if it is as it was known to be. The two change places,
 * and what came out is looked at: what another program saved in between goes back to its place. Where files cannot change
 * places, the later state is renamed over the other (IEEE 1003.1, rename), which is kept under a second name until then.
 */
final readonly class Replacement
{
    /** @param list<string> $known XXH128 that it may have */
    private function __construct(private string $path, private array $known, private Exchanges $exchanges)
    {
    }

    /** @param list<string> $known XXH128 */
    public static function of(string $path, array $known, Exchanges $exchanges = new ExchangesByKernel()): self
    {
        return new self($path, $known, $exchanges);
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
        if (!$this->exchanges->exchange($temporary, $this->path)) {
            $this->renameOver($temporary);

            return;
        }
        if (\in_array(Checksum::ofFile($temporary), $this->known, true)) {
            @unlink($temporary);

            return;
        }
        if ($this->exchanges->exchange($temporary, $this->path) && Checksum::ofFile($temporary) !== $checksum) {
            $this->exchanges->exchange($temporary, $this->path); // it was saved once more meanwhile: the later stays
        }
        throw CouldNotPublish::changedSince($this->path);
    }

    /** @throws CouldNotPublish */
    private function renameOver(string $temporary): void
    {
        $kept = $temporary.'.before';
        @unlink($kept);
        $keeps = @link($this->path, $kept);
        try {
            clearstatcache();
            if ($keeps && (@fileinode($kept) !== @fileinode($this->path) || !\in_array(Checksum::ofFile($kept), $this->known, true))) {
                throw CouldNotPublish::changedSince($this->path);
            }
            error_clear_last();
            if (!@rename($temporary, $this->path)) {
                throw CouldNotPublish::refused($this->path, SystemReason::last());
            }
            if ($keeps && !\in_array(Checksum::ofFile($kept), $this->known, true)) {
                @rename($kept, $this->path); // it was written to in between
                throw CouldNotPublish::changedSince($this->path);
            }
        } finally {
            @unlink($kept);
        }
    }
}
