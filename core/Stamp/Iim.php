<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

/** A dataset of the application record of IPTC-IIM 4.2 (record 2), as ExifTool calls it, with the most bytes that it may have. */
final readonly class Iim
{
    public const KEYWORD_BYTES = 64;

    public function __construct(public string $name, public int $bytes)
    {
    }

    /** What of a text goes into the dataset: whole characters only. */
    public function fit(string $text): string
    {
        return mb_strcut($text, 0, $this->bytes, 'UTF-8');
    }

    public function fits(string $text): bool
    {
        return \strlen($text) <= $this->bytes;
    }
}
