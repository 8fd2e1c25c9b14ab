<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

use VelvetLedger\Core\Format\BoxFile\BoxReader;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\Iptc\IptcRecord;
use VelvetLedger\Core\Format\Jpeg\JpegReader;
use VelvetLedger\Core\Format\Tiff\Ifd;
use VelvetLedger\Core\Format\Tiff\TiffReader;

/** Which of the older records a picture has, so that they are kept in step, and not made where they would only be half there. */
final readonly class RecordsPresent
{
    private const ORIENTATION = 0x0112;
    private const EXIF_IFD = 0x8769;
    private const DATE_TIME_ORIGINAL = 0x9003;
    private const TIFF_IIM = 0x83BB;
    private const TIFF_RESOURCES = 0x8649;

    /**
     * @param bool                 $canIim      whether the format has a place for IIM
     * @param bool                 $digest      whether a digest of IIM stands, or can stand, beside it
     * @param bool                 $timeTaken   whether Exif says when it was taken
     * @param array{int, int}|null $size        pixels, of a JPEG without Exif: a new Exif record has to say it (CIPA DC-008 table 18)
     * @param int|null             $orientation that Exif says, 0 where it says none; null where the format keeps it elsewhere
     */
    private function __construct(public bool $iim, public bool $canIim, public bool $digest, public bool $timeTaken, public ?array $size, public ?int $orientation)
    {
    }

    /** @throws BrokenFile */
    public static function in(Bytes $bytes): self
    {
        $first = $bytes->upTo(0, 16);
        if (JpegReader::isJpeg($first)) {
            return self::inJpeg($bytes);
        }
        if (BoxReader::isBoxFile($first) || null === ByteOrder::tryFrom(substr($first, 0, 2))) {
            return new self(false, false, false, true, null, null);
        }
        $tiff = TiffReader::at($bytes);
        $main = $tiff->ifd($tiff->first);

        return new self(true === $main?->has(self::TIFF_IIM), true, true === $main?->has(self::TIFF_RESOURCES), self::saysTime($tiff, $main), null, $main?->int(self::ORIENTATION) ?? 0);
    }

    private static function inJpeg(Bytes $bytes): self
    {
        $jpeg = JpegReader::at($bytes);
        $iim = $exif = $time = false;
        $orientation = 0;
        foreach ($jpeg->segments as $segment) {
            $iim = $iim || ($segment->isApp(13) && IptcRecord::ofSegment($bytes->upTo($segment->at, $segment->length))->isThere());
            if ($segment->isApp(1) && "Exif\0\0" === $bytes->upTo($segment->at, 6)) {
                $exif = true;
                try {
                    $tiff = TiffReader::at($bytes, $segment->at + 6);
                    $main = $tiff->ifd($tiff->first);
                    $time = $time || self::saysTime($tiff, $main);
                    $orientation = 0 === $orientation ? $main?->int(self::ORIENTATION) ?? 0 : $orientation;
                } catch (BrokenFile) {
                    continue;
                }
            }
        }

        return new self($iim, true, true, $time, $exif || null === $jpeg->width || null === $jpeg->height ? null : [$jpeg->width, $jpeg->height], $orientation);
    }

    private static function saysTime(TiffReader $tiff, ?Ifd $main): bool
    {
        $exif = null === $main ? [] : $tiff->children($main, self::EXIF_IFD);

        return [] !== $exif && $exif[0]->has(self::DATE_TIME_ORIGINAL);
    }
}
