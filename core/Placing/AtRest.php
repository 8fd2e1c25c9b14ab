<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Placing;

/** Whether a file rests: nobody wrote it for so long that whoever did is through with it. Common practice, no published source. */
final class AtRest
{
    /** Seconds since its bytes, its name or its time were last changed. */
    public const AFTER = 120;

    /** @param array<array-key, int> $stat as lstat() has it */
    public static function is(array $stat, int $now): bool
    {
        $written = $stat['mtime'] ?? 0;

        // A time that is yet to come was set by a clock that is wrong: then that of its change counts alone.
        return max($written > $now ? 0 : $written, $stat['ctime'] ?? 0) <= $now - self::AFTER;
    }
}
