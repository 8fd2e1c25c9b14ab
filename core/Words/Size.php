<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Words;

/** Sizes in a sentence, in powers of ten as drives and cards are sold: "14.20 GB", "7.5 MB", "45 kB". */
final class Size
{
    public static function of(int $bytes): string
    {
        return match (true) {
            $bytes >= 1_000_000_000_000 => \sprintf('%.2f TB', $bytes / 1e12),
            $bytes >= 1_000_000_000 => \sprintf('%.2f GB', $bytes / 1e9),
            $bytes >= 1_000_000 => \sprintf('%.1f MB', $bytes / 1e6),
            $bytes >= 1000 => \sprintf($bytes < 10_000 ? '%.1f kB' : '%.0f kB', $bytes / 1e3),
            0 === $bytes => '0 kB',
            default => Count::of($bytes, 'byte'),
        };
    }
}
