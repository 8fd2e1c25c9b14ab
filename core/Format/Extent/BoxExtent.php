<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Extent;

use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;

/** In a box file every box lies inside the file (ISO/IEC 14496-12 section 4.2); one of size 0 goes to its end. */
final class BoxExtent
{
    private const MOST = 512;

    public static function shortfall(Bytes $bytes): ?Shortfall
    {
        $at = 0;
        for ($boxes = 0; $boxes < self::MOST && $at + 8 <= $bytes->size; ++$boxes) {
            $head = $bytes->upTo($at, 16);
            $size = ByteOrder::Big->u32($head);
            if (1 === $size && 16 === \strlen($head)) {
                $size = ByteOrder::Big->u64($head, 8);
            }
            if ($size < 8 || 1 !== preg_match('/^[ -~\xA9]{4}$/', substr($head, 4, 4))) {
                return null; // it goes to the end, or what follows is no box
            }
            $at += $size;
        }

        return FileExtent::upTo($bytes, $at);
    }
}
