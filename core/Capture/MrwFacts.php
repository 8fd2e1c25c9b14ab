<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\Tiff\TiffReader;

/**
 * Capture facts of a Minolta MRW: blocks of a name, a length and contents, of which PRD says the picture's
 * size and TTW is a TIFF structure. No published source; checked against ExifTool.
 */
final class MrwFacts
{
    public const SIGNATURE = "\0MRM";

    public static function gather(Bytes $bytes, FactsDraft $draft): void
    {
        $end = 8 + ByteOrder::Big->u32($bytes->read(4, 4));
        for ($at = 8; $at + 8 <= min($end, $bytes->size); $at += 8 + $length) {
            $name = $bytes->read($at, 4);
            $length = ByteOrder::Big->u32($bytes->read($at + 4, 4));
            if ("\0PRD" === $name) {
                $size = $bytes->read($at + 16, 8);
                $draft->height = ByteOrder::Big->u16($size, 4);
                $draft->width = ByteOrder::Big->u16($size, 6);
            } elseif ("\0TTW" === $name) {
                $width = $draft->width;
                $height = $draft->height;
                TiffFacts::gather(TiffReader::at($bytes, $at + 8), $draft);
                $draft->width = $width ?? $draft->width;
                $draft->height = $height ?? $draft->height;
            }
        }
    }
}
