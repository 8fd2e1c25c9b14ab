<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** What reading a file from its medium came to: the XXH128 of its bytes, or why there is none. */
final readonly class ReadBack
{
    private function __construct(public ?string $checksum, public string $reason)
    {
    }

    public static function of(string $checksum): self
    {
        return new self($checksum, '');
    }

    public static function failed(string $reason): self
    {
        return new self(null, $reason);
    }
}
