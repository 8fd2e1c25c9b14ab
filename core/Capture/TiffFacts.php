<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\Iptc\IptcRecord;
use VelvetLedger\Core\Format\Jpeg\JpegReader;
use VelvetLedger\Core\Format\Tiff\Ifd;
use VelvetLedger\Core\Format\Tiff\TiffReader;
use VelvetLedger\Core\Format\Xmp\XmpPacket;

/** Capture facts from a TIFF structure: a TIFF/EP or DNG raw, a maker's raw built on TIFF, or the Exif part of a JPEG. */
final class TiffFacts
{
    private const NEW_SUBFILE_TYPE = 0x00FE;
    private const IMAGE_WIDTH = 0x0100;
    private const IMAGE_LENGTH = 0x0101;
    private const COMPRESSION = 0x0103;
    private const STRIP_OFFSETS = 0x0111;
    private const STRIP_BYTE_COUNTS = 0x0117;
    private const SUB_IFDS = 0x014A;
    private const JPEG_INTERCHANGE_FORMAT = 0x0201;
    private const JPEG_INTERCHANGE_FORMAT_LENGTH = 0x0202;
    private const XMP = 0x02BC;
    private const IIM = 0x83BB;
    private const CAMERA_SERIAL_NUMBER = 0xC62F;

    /** JPEG in a TIFF strip: 6 by TIFF 6.0 section 22, 7 by TIFF Technical Note 2. */
    private const OLD_JPEG = 6;
    private const JPEG_COMPRESSIONS = [self::OLD_JPEG, 7];

    public static function gather(TiffReader $tiff, FactsDraft $draft): void
    {
        $chain = $tiff->chain($tiff->first);
        if ([] === $chain) {
            throw BrokenFile::structure('TIFF', \sprintf('there is no directory at byte %d, where the header puts the first', $tiff->first));
        }
        $main = $chain[0];
        ExifFields::fromMain($main, $draft);
        $said = null;
        foreach ($tiff->children($main, ExifFields::EXIF_IFD) as $exif) {
            $said ??= ExifFields::pixels($exif);
            ExifFields::fromExif($exif, $draft);
            MakerNotes::gather($tiff, $exif, $draft);
        }
        ExifFields::fromExif($main, $draft);
        ExifFields::fallBackOnDateTime($main, $draft);
        $draft->serial ??= $main->text(self::CAMERA_SERIAL_NUMBER);
        $packet = $main->raw(self::XMP);
        if (null !== $packet) {
            $draft->remarks->saidInXmp(XmpPacket::of($packet));
        }
        $record = $main->raw(self::IIM);
        if (null !== $record) {
            $draft->remarks->saidInIim(IptcRecord::ofIim($record));
        }
        $draft->remarks->saidInExif($main);

        $all = $chain;
        foreach ($chain as $ifd) {
            $all = [...$all, ...$tiff->children($ifd, self::SUB_IFDS)];
        }
        foreach ($all as $ifd) {
            self::gatherPicture($tiff, $ifd, $draft);
        }
        // CR2: its first directory holds a preview, and none says how large the picture is that the camera would make.
        if (null !== $said && self::OLD_JPEG === $main->int(self::COMPRESSION) && $said[0] * $said[1] > ($draft->width ?? 0) * ($draft->height ?? 0)) {
            [$draft->width, $draft->height] = $said;
        }
    }

    private static function gatherPicture(TiffReader $tiff, Ifd $ifd, FactsDraft $draft): void
    {
        $width = $ifd->int(self::IMAGE_WIDTH);
        $height = $ifd->int(self::IMAGE_LENGTH);
        $full = 0 === ($ifd->int(self::NEW_SUBFILE_TYPE) ?? 0);
        if ($full && null !== $width && null !== $height && $width * $height > ($draft->width ?? 0) * ($draft->height ?? 0)) {
            $draft->width = $width;
            $draft->height = $height;
        }
        self::addPreview($tiff, $draft, $ifd->int(self::JPEG_INTERCHANGE_FORMAT), $ifd->int(self::JPEG_INTERCHANGE_FORMAT_LENGTH));
        if (\in_array($ifd->int(self::COMPRESSION), self::JPEG_COMPRESSIONS, true) && 1 === $ifd->entry(self::STRIP_OFFSETS)?->count) {
            self::addPreview($tiff, $draft, $ifd->int(self::STRIP_OFFSETS), $ifd->int(self::STRIP_BYTE_COUNTS));
        }
    }

    /** Notes a JPEG stream where the directory says there is one, if a JPEG stands there and a viewer could show it. */
    private static function addPreview(TiffReader $tiff, FactsDraft $draft, ?int $offset, ?int $length): void
    {
        if (null === $offset || null === $length || $length < 100 || $tiff->base + $offset + $length > $tiff->bytes->size) {
            return;
        }
        try {
            $jpeg = JpegReader::at($tiff->bytes, $tiff->base + $offset);
        } catch (BrokenFile) {
            return;
        }
        if ($jpeg->isLossless()) {
            return; // a raw image stored as lossless JPEG is not a picture to show
        }
        $draft->addPreview(new Preview($tiff->base + $offset, $length, $jpeg->width, $jpeg->height));
    }
}
