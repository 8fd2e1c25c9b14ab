<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** The checksum and quick print of bytes as they passed from the source. */
final readonly class WrittenFile
{
    public function __construct(public string $checksum, public string $print)
    {
    }
}
