<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;

/**
 * Capture facts of a Fujifilm RAF: its header gives, at byte 84, the place and length of a whole JPEG whose
 * Exif speaks for the raw. No published source; checked against ExifTool.
 */
final class RafFacts
{
    public const SIGNATURE = 'FUJIFILMCCD-RAW ';

    public static function gather(Bytes $bytes, FactsDraft $draft): void
    {
        $place = $bytes->read(84, 8);
        JpegFacts::gatherAt($bytes, ByteOrder::Big->u32($place), ByteOrder::Big->u32($place, 4), $draft);
    }
}
