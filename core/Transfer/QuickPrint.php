<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/**
 * A print of a file that takes two short reads, whatever its size: its size in bytes and the XXH128 of its
 * first and last 64 KiB (of all of it where it is shorter than 128 KiB). Two files of one print are very
 * likely the same; the full checksum decides.
 */
final class QuickPrint
{
    public const END = 65536;

    /** @param string $head first 64 KiB of the file; @param string $tail last 64 KiB of it */
    public static function of(int $size, string $head, string $tail): string
    {
        $overlap = max(0, \strlen($head) + \strlen($tail) - $size);

        return $size.'-'.hash('xxh128', $head.substr($tail, $overlap));
    }
}
