<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

use VelvetLedger\Core\Format\BoxFile\BoxReader;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\Jpeg\JpegReader;
use VelvetLedger\Core\Format\Tiff\TiffReader;
use VelvetLedger\Core\Format\Xmp\XmpPacket;

/**
 * Capture facts of a Canon CR3: a box file whose 'moov' holds Canon's own box with four TIFF structures,
 * CMT1 (main directory), CMT2 (Exif), CMT3 (maker note), and JPEG previews in THMB and PRVW boxes.
 * No published source; the layout is read off files, and checked against ExifTool.
 */
final class Cr3Facts
{
    public const CANON = '85c0b687820f11e08111f4ce462b6a48';
    private const XMP = 'be7acfcb97a942e89c71999491e3afac';
    private const PREVIEW = 'eaf42b5e1c984b88b9fbb7dc406e4d16';

    public static function gather(Bytes $bytes, FactsDraft $draft): void
    {
        $moov = BoxReader::find($bytes, 'moov');
        $canon = BoxReader::find($bytes, self::CANON, $moov);
        foreach (BoxReader::boxes($bytes, $canon->at, $canon->at + $canon->length) as $box) {
            if ('CMT' === substr($box->type, 0, 3)) {
                self::gatherTiff($bytes, $box->at, $box->type, $draft);
            } elseif ('THMB' === $box->type) {
                self::addPreview($bytes, $box->at, $box->length, $draft);
            }
        }
        $packet = BoxReader::tryFind($bytes, self::XMP);
        if (null !== $packet) {
            $draft->remarks->saidInXmp(XmpPacket::of($bytes->upTo($packet->at, min(65536, $packet->length))));
        }
        $preview = BoxReader::tryFind($bytes, self::PREVIEW);
        $inner = null === $preview ? null : BoxReader::tryFind($bytes, 'PRVW', $preview, 8);
        if (null !== $inner) {
            self::addPreview($bytes, $inner->at, $inner->length, $draft);
        }
        if (null === $draft->make) {
            throw BrokenFile::structure('CR3', 'Canon\'s box holds no main directory');
        }
    }

    private static function gatherTiff(Bytes $bytes, int $at, string $type, FactsDraft $draft): void
    {
        try {
            $tiff = TiffReader::at($bytes, $at);
        } catch (BrokenFile) {
            return;
        }
        $directory = $tiff->ifd($tiff->first);
        if (null === $directory) {
            return;
        }
        match ($type) {
            'CMT1' => ExifFields::fromMain($directory, $draft),
            'CMT2' => ExifFields::fromExif($directory, $draft),
            'CMT3' => MakerNotes::canon($directory, $draft),
            default => null,
        };
        if ('CMT1' === $type) {
            $draft->width ??= $directory->int(0x0100);
            $draft->height ??= $directory->int(0x0101);
        }
    }

    /** The JPEG begins within the first bytes of the box, after a few of Canon's own. */
    private static function addPreview(Bytes $bytes, int $at, int $length, FactsDraft $draft): void
    {
        $start = strpos($bytes->upTo($at, min(64, $length)), "\xFF\xD8\xFF");
        if (false === $start) {
            return;
        }
        $claimed = ByteOrder::Big->u32($bytes->read($at + $start - 4, 4));
        $size = $claimed > 0 && $claimed <= $length - $start ? $claimed : $length - $start;
        try {
            $jpeg = JpegReader::at($bytes, $at + $start);
        } catch (BrokenFile) {
            return;
        }
        $draft->addPreview(new Preview($at + $start, $size, $jpeg->width, $jpeg->height));
    }
}
