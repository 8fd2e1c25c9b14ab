<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

use VelvetLedger\Core\Format\BoxFile\BoxReader;
use VelvetLedger\Core\Format\BoxFile\ItemTable;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\Tiff\TiffReader;
use VelvetLedger\Core\Format\Xmp\XmpPacket;

/** Capture facts of HEIF, HEIC and AVIF files: the Exif item of ISO/IEC 23008-12 Annex A, and the primary image's size. */
final class HeifFacts
{
    public static function gather(Bytes $bytes, FactsDraft $draft): void
    {
        $meta = BoxReader::find($bytes, 'meta');
        $items = ItemTable::of($bytes, $meta);
        $exif = $items->place('Exif');
        if (null !== $exif) {
            // The item begins with the offset of the TIFF header from behind that number (23008-12 A.2.1).
            $skip = ByteOrder::Big->u32($bytes->read($exif->offset, 4));
            try {
                TiffFacts::gather(TiffReader::at($bytes, $exif->offset + 4 + $skip), $draft);
            } catch (BrokenFile) {
                // The picture is whole though its Exif is not.
            }
        }
        $packet = $items->place('mime');
        if (null !== $packet) {
            $draft->remarks->saidInXmp(XmpPacket::of($bytes->upTo($packet->offset, min(65536, $packet->length))));
        }
        $size = $items->primarySize();
        $draft->width = $size[0] ?? null;
        $draft->height = $size[1] ?? null;
    }
}
