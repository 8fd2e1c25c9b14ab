<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

use VelvetLedger\Core\Format\BoxFile\BoxReader;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\Budget;
use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\CouldNotRead;
use VelvetLedger\Core\Format\Jpeg\JpegReader;
use VelvetLedger\Core\Format\NoPicture;
use VelvetLedger\Core\Format\Tiff\TiffReader;

/** Reads capture facts in plain PHP, telling the format by the file's first bytes and not by its name. */
final class CoreFactsReader implements FactsReader
{
    public function read(string $path): CaptureFacts
    {
        return self::of(Bytes::ofFile($path, new Budget()));
    }

    /**
     * @throws NoPicture|BrokenFile|CouldNotRead
     */
    public static function of(Bytes $bytes): CaptureFacts
    {
        if (0 === $bytes->size) {
            throw NoPicture::isEmpty();
        }
        $first = $bytes->upTo(0, 512);
        $draft = new FactsDraft();
        match (true) {
            JpegReader::isJpeg($first) => JpegFacts::gather($bytes, $draft),
            CrwFacts::SIGNATURE === substr($first, 6, 8) => CrwFacts::gather($bytes, $draft),
            null !== ByteOrder::tryFrom(substr($first, 0, 2)) => self::gatherTiff($bytes, $first, $draft),
            RafFacts::SIGNATURE === substr($first, 0, 16) => RafFacts::gather($bytes, $draft),
            MrwFacts::SIGNATURE === substr($first, 0, 4) => MrwFacts::gather($bytes, $draft),
            X3fFacts::SIGNATURE === substr($first, 0, 4) => X3fFacts::gather($bytes, $draft),
            BoxReader::isBoxFile($first) && 'crx ' === substr($first, 8, 4) => Cr3Facts::gather($bytes, $draft),
            BoxReader::isBoxFile($first) => HeifFacts::gather($bytes, $draft),
            '' === trim($first, "\0") => throw NoPicture::onlyZeros(),
            default => throw BrokenFile::notKnown(substr($first, 0, 4)),
        };

        return $draft->facts();
    }

    private static function gatherTiff(Bytes $bytes, string $first, FactsDraft $draft): void
    {
        $tiff = TiffReader::at($bytes);
        TiffFacts::gather($tiff, $draft);
        if (TiffReader::PANASONIC === $tiff->magic) {
            Rw2Facts::gather($bytes, $draft);
        } elseif (IiqFacts::SIGNATURE === substr($first, 8, 4)) {
            IiqFacts::gather($bytes, $draft);
        }
    }
}
