<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\Tiff\TiffReader;

/**
 * What a Panasonic RW2 adds to its TIFF structure: its main directory numbers fields in its own way below
 * 0x0100, among them the sensor's borders, the sensitivity, and a whole JPEG with Exif. No published source;
 * checked against ExifTool.
 */
final class Rw2Facts
{
    private const TOP = 0x0004;
    private const LEFT = 0x0005;
    private const BOTTOM = 0x0006;
    private const RIGHT = 0x0007;
    private const ISO = 0x0017;
    private const JPEG = 0x002E;

    public static function gather(Bytes $bytes, FactsDraft $draft): void
    {
        $tiff = TiffReader::at($bytes);
        $main = $tiff->ifd($tiff->first);
        if (null === $main) {
            return;
        }
        $draft->iso ??= $main->int(self::ISO);
        $jpeg = $main->entry(self::JPEG);
        if (null !== $jpeg) {
            try {
                JpegFacts::gatherAt($bytes, $jpeg->at, $jpeg->length(), $draft);
            } catch (BrokenFile) {
                // A preview that is damaged takes nothing from the raw.
            }
        }
        $right = $main->int(self::RIGHT);
        $bottom = $main->int(self::BOTTOM);
        if (null !== $right && null !== $bottom) {
            $draft->width = $right - ($main->int(self::LEFT) ?? 0);
            $draft->height = $bottom - ($main->int(self::TOP) ?? 0);
        }
    }
}
