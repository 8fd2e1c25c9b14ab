<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** What reading a file from its medium came to: the XXH128 of its bytes, or why there is none. */
final readonly class ReadBack
{
    private function __construct(public ?string $checksum, public string $reason, public int $nanoseconds = 0)
    {
    }

    public static function of(string $checksum): self
    {
        return new self($checksum, '');
    }

    /** The same, with the time that flushing and reading took. */
    public function within(int $nanoseconds): self
    {
        return new self($this->checksum, $this->reason, $nanoseconds);
    }

    public static function failed(string $reason): self
    {
        return new self(null, $reason);
    }
}
