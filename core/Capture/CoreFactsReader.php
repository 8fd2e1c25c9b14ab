<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\Jpeg\JpegReader;
use VelvetLedger\Core\Format\NoPicture;
use VelvetLedger\Core\Format\Tiff\TiffReader;

/** Reads capture facts in plain PHP, telling the format by the file's first bytes and not by its name. */
final class CoreFactsReader implements FactsReader
{
    public function read(string $path): CaptureFacts
    {
        $bytes = Bytes::ofFile($path);
        if (0 === $bytes->size) {
            throw NoPicture::isEmpty();
        }
        $first = $bytes->upTo(0, 512);
        $draft = new FactsDraft();
        if (JpegReader::isJpeg($first)) {
            JpegFacts::gather($bytes, $draft);
        } elseif (null !== ByteOrder::tryFrom(substr($first, 0, 2))) {
            TiffFacts::gather(TiffReader::at($bytes), $draft);
        } elseif ('' === trim($first, "\0")) {
            throw NoPicture::onlyZeros();
        } else {
            throw BrokenFile::notKnown(substr($first, 0, 4));
        }

        return $draft->facts();
    }
}
