<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format;

/**
 * How much a reader may do to one file, counted in reads and in bytes asked for, not in time: a file that says the same
 * directory a thousand times, or leads from one box into the next for ever, is done with when it is spent. Of the real
 * cameras' files that we have none takes more than 350.
 */
final class Budget
{
    /** A read costs one, and one more for each so many bytes of it. */
    private const BYTES_A_UNIT = 32;

    public const UNITS = 8_000;

    public int $spent = 0;

    /** @throws BrokenFile */
    public function spend(int $bytes): void
    {
        $this->spent = min(self::UNITS + 1, $this->spent + 1 + intdiv($bytes, self::BYTES_A_UNIT));
        if ($this->spent > self::UNITS) {
            throw BrokenFile::entangled();
        }
    }
}
