<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

use VelvetLedger\Core\Format\Bytes;

/**
 * A print of a file that takes two short reads, whatever its size: its size in bytes and the XXH128 of its
 * first and last 64 KiB (of all of it where it is shorter than 128 KiB). Two files of one print are very
 * likely the same; the full checksum decides.
 */
final class QuickPrint
{
    public const END = 65536;

    /**
     * @param int    $size of the file, bytes
     * @param string $head its first 64 KiB
     * @param string $tail its last 64 KiB
     */
    public static function of(int $size, string $head, string $tail): string
    {
        $overlap = max(0, \strlen($head) + \strlen($tail) - $size);
        $more = substr($tail, $overlap);

        return $size.'-'.hash('xxh128', '' === $more ? $head : $head.$more);
    }

    /**
     * Where the reads begin that a print takes, each of END bytes or less.
     *
     * @param int $size of the file, bytes
     *
     * @return non-empty-list<int>
     */
    public static function places(int $size): array
    {
        return $size > self::END ? [0, max(self::END, $size - self::END)] : [0];
    }

    /** Whether it takes reading all of a file of that size, bytes. */
    public static function isOfAll(int $size): bool
    {
        return $size <= 2 * self::END;
    }

    /** The print of a file on disk; the two ends are all that is read of it. */
    public static function ofFile(string $path): string
    {
        $bytes = Bytes::ofFile($path);

        return self::of($bytes->size, $bytes->upTo(0, self::END), $bytes->upTo(max(0, $bytes->size - self::END), self::END));
    }
}
