<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Extent;

use VelvetLedger\Core\Format\BoxFile\BoxReader;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\CouldNotRead;
use VelvetLedger\Core\Format\Jpeg\JpegReader;

/**
 * Whether a still reaches as far as its own structure says, without decoding it: a file that was cut off shows a whole
 * thumbnail. What was overwritten in the middle is not seen by this, nor is a format that does not say how long it is.
 */
final class FileExtent
{
    private const PNG = "\x89PNG\r\n\x1A\n";

    /**
     * Null where the file reaches as far as it says, or does not say.
     *
     * @throws CouldNotRead
     */
    public static function shortfall(Bytes $bytes): ?Shortfall
    {
        $first = $bytes->upTo(0, 32);
        try {
            return match (true) {
                JpegReader::isJpeg($first) => JpegExtent::shortfall($bytes),
                null !== ByteOrder::tryFrom(substr($first, 0, 2)) => TiffExtent::shortfall($bytes),
                BoxReader::isBoxFile($first) => BoxExtent::shortfall($bytes),
                str_starts_with($first, self::PNG) => PngExtent::shortfall($bytes),
                str_starts_with($first, 'RIFF') => self::upTo($bytes, 8 + ByteOrder::Little->u32($bytes->read(4, 4))),
                str_starts_with($first, 'FUJIFILMCCD-RAW') => RafExtent::shortfall($bytes),
                default => null,
            };
        } catch (BrokenFile) {
            return null; // another word than this begins a file of its kind, as in a CRW
        }
    }

    /** @param int $end byte behind the last that the file says it has */
    public static function upTo(Bytes $bytes, int $end): ?Shortfall
    {
        return $end > $bytes->size ? new Shortfall($bytes->size, $end) : null;
    }
}
