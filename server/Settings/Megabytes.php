<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Settings;

/** Sizes in a sentence, in powers of ten as drives are sold. */
final class Megabytes
{
    public static function of(int $bytes): string
    {
        return match (true) {
            $bytes >= 1_000_000_000 => \sprintf('%.2f GB', $bytes / 1e9),
            $bytes >= 1_000_000 => \sprintf('%.1f MB', $bytes / 1e6),
            default => \sprintf('%.1f kB', $bytes / 1e3),
        };
    }
}
