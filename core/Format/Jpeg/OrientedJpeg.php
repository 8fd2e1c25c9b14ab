<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Jpeg;

use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Tiff\IfdDraft;
use VelvetLedger\Core\Format\Tiff\TiffWriter;

/** A JPEG taken out of a larger file, given the Exif orientation that only that file knew, so that it shows upright. */
final class OrientedJpeg
{
    private const ORIENTATION = 0x0112;

    /** @param int $orientation 1 to 8 (DC-008 section 4.6.4) */
    public static function of(string $jpeg, int $orientation): string
    {
        if (1 === $orientation) {
            return $jpeg;
        }
        $exif = "Exif\0\0".TiffWriter::write(ByteOrder::Little, (new IfdDraft())->shorts(self::ORIENTATION, $orientation));

        return "\xFF\xD8\xFF\xE1".pack('n', \strlen($exif) + 2).$exif.substr($jpeg, 2);
    }
}
