<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Extent;

use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;

/** A PNG is a row of chunks that ends with IEND (ISO/IEC 15948 section 5). */
final class PngExtent
{
    /** The whole of that chunk: length 0, name, checksum. */
    private const END = "\0\0\0\0IEND\xAE\x42\x60\x82";
    private const MOST = 200_000;

    public static function shortfall(Bytes $bytes): ?Shortfall
    {
        if (str_ends_with($bytes->upTo(max(0, $bytes->size - 12), 12), self::END)) {
            return null;
        }
        $at = 8;
        for ($chunks = 0; $chunks < self::MOST; ++$chunks) {
            $head = $bytes->upTo($at, 8);
            if (\strlen($head) < 8) {
                return new Shortfall($bytes->size);
            }
            $at += 12 + ByteOrder::Big->u32($head);
            if ($at > $bytes->size) {
                return FileExtent::upTo($bytes, $at);
            }
            if ('IEND' === substr($head, 4)) {
                return null;
            }
        }

        return null;
    }
}
