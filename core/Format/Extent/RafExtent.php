<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Extent;

use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;

/** A RAF's header says where its JPEG, its directory and its mosaic stand: offset and length of each, from byte 84. No published source; read off files. */
final class RafExtent
{
    private const HEADER = 108;
    private const PARTS = [84, 92, 100];

    public static function shortfall(Bytes $bytes): ?Shortfall
    {
        $end = self::HEADER;
        foreach (self::PARTS as $at) {
            $part = $bytes->upTo($at, 8);
            if (\strlen($part) < 8) {
                break;
            }
            $end = max($end, ByteOrder::Big->u32($part) + ByteOrder::Big->u32($part, 4));
        }

        return FileExtent::upTo($bytes, $end);
    }
}
