<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Jpeg;

use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\CouldNotRead;
use VelvetLedger\Core\Format\Tiff\Entry;
use VelvetLedger\Core\Format\Tiff\FieldType;
use VelvetLedger\Core\Format\Tiff\IfdDraft;
use VelvetLedger\Core\Format\Tiff\Orientation;
use VelvetLedger\Core\Format\Tiff\TiffReader;
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

    /**
     * The same picture, turned further.
     *
     * @param int $quarters to the right
     */
    public static function turned(string $jpeg, int $quarters): string
    {
        if (0 === $quarters % 4) {
            return $jpeg;
        }
        [$order, $entry] = self::recorded($jpeg) ?? [null, null];
        $to = Orientation::of((int) ($entry?->numbers()[0] ?? 1))->turned($quarters)->value;

        return null === $entry || null === $order ? self::of($jpeg, $to) : substr_replace($jpeg, $order->packU16($to), $entry->at, 2);
    }

    /** @return array{ByteOrder, Entry}|null its own record of it */
    private static function recorded(string $jpeg): ?array
    {
        try {
            $bytes = Bytes::ofString($jpeg);
            foreach (JpegReader::at($bytes)->segments as $segment) {
                if (!$segment->isApp(1) || "Exif\0\0" !== $bytes->upTo($segment->at, 6)) {
                    continue;
                }
                $tiff = TiffReader::at($bytes, $segment->at + 6);
                $entry = $tiff->ifd($tiff->first)?->entry(self::ORIENTATION);
                if (FieldType::Short === $entry?->type && $entry->at + 2 <= $segment->at + $segment->length) {
                    return [$tiff->order, $entry];
                }
            }
        } catch (BrokenFile|CouldNotRead) {
            return null;
        }

        return null;
    }
}
