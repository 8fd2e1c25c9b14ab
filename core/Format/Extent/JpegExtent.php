<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Extent;

use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;

/**
 * A JPEG ends with EOI (ITU-T T.81 B.1.1.3): behind its first scan FF D9 occurs nowhere else, for FF in coded data is
 * followed by 00. It stands at the very end of most files; where a camera wrote more behind it, it is looked for from the scan on.
 */
final class JpegExtent
{
    private const END = "\xFF\xD9";
    private const TAIL = 65536;
    private const PIECE = 1_000_000;
    private const MOST_SEGMENTS = 1000;

    public static function shortfall(Bytes $bytes): ?Shortfall
    {
        $scan = self::firstScan($bytes);

        if ($scan instanceof Shortfall) {
            return $scan;
        }

        return self::endsBehind($bytes, $scan) ? null : new Shortfall($bytes->size);
    }

    /** Where the first scan begins; the size of the file where it ends before with EOI, or is none. */
    private static function firstScan(Bytes $bytes): int|Shortfall
    {
        $at = 2;
        for ($segments = 0; $segments < self::MOST_SEGMENTS; ++$segments) {
            $head = $bytes->upTo($at, 4);
            if (\strlen($head) < 4) {
                return new Shortfall($bytes->size);
            }
            $marker = \ord($head[1]);
            if ("\xFF" === $head[0] && 0xFF === $marker) {
                ++$at; // fill byte, B.1.1.2
                continue;
            }
            if (0xDA === $marker) {
                return $at;
            }
            $at += 2 + ByteOrder::Big->u16($head, 2);
            $lacks = "\xFF" === $head[0] ? FileExtent::upTo($bytes, $at) : null;
            if (null !== $lacks) {
                return $lacks;
            }
        }

        return $bytes->size;
    }

    private static function endsBehind(Bytes $bytes, int $scan): bool
    {
        $tail = max($scan, $bytes->size - self::TAIL);
        if ($scan >= $bytes->size || str_contains($bytes->upTo($tail, self::TAIL), self::END)) {
            return true;
        }
        for ($at = $scan; $at < $tail; $at += self::PIECE) {
            if (str_contains($bytes->upTo($at, self::PIECE + 1), self::END)) {
                return true;
            }
        }

        return false;
    }
}
