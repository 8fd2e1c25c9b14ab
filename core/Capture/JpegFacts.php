<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\Iptc\IptcRecord;
use VelvetLedger\Core\Format\Jpeg\JpegReader;
use VelvetLedger\Core\Format\Jpeg\JpegXmp;
use VelvetLedger\Core\Format\Tiff\TiffReader;
use VelvetLedger\Core\Format\Xmp\XmpPacket;

/** Capture facts of a JPEG file, from its Exif segment (DC-008 section 4.7.2); the picture itself is the largest preview. */
final class JpegFacts
{
    private const EXIF_SIGNATURE = "Exif\0\0";

    public static function gather(Bytes $bytes, FactsDraft $draft): void
    {
        self::gatherAt($bytes, 0, $bytes->size, $draft);
    }

    /** The JPEG of $length bytes that begins at byte $at of a file, as some raws carry one. */
    public static function gatherAt(Bytes $bytes, int $at, int $length, FactsDraft $draft): void
    {
        $jpeg = JpegReader::at($bytes, $at);
        foreach ($jpeg->segments as $segment) {
            if ($segment->isApp(1) && JpegXmp::SIGNATURE === $bytes->upTo($segment->at, \strlen(JpegXmp::SIGNATURE))) {
                $draft->remarks->saidInXmp(XmpPacket::of(substr($bytes->upTo($segment->at, $segment->length), \strlen(JpegXmp::SIGNATURE))));
            }
            if ($segment->isApp(1) && self::EXIF_SIGNATURE === $bytes->upTo($segment->at, 6)) {
                try {
                    TiffFacts::gather(TiffReader::at($bytes, $segment->at + 6), $draft);
                } catch (BrokenFile) {
                    continue; // the picture is whole though its Exif is not
                }
            }
        }
        foreach ($jpeg->segments as $segment) {
            if ($segment->isApp(13)) {
                $iptc = IptcRecord::ofSegment($bytes->upTo($segment->at, $segment->length));
                $draft->remarks->saidInIim($iptc);
                $draft->takenAt ??= CapturedAt::fromExif($iptc->createdAt(), null, $iptc->offset());
            }
        }
        if (null === $jpeg->width) {
            throw BrokenFile::structure('JPEG', 'no frame header before the image data');
        }
        $draft->width = $jpeg->width;
        $draft->height = $jpeg->height;
        $draft->addPreview(new Preview($at, min($length, $bytes->size - $at), $jpeg->width, $jpeg->height));
    }
}
