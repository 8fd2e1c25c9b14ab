<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\CouldNotRead;
use VelvetLedger\Core\Format\Tiff\Ifd;
use VelvetLedger\Core\Format\Tiff\TiffReader;

/**
 * Makes a DNG of a raw, and proves it before it counts: it is decoded again as any raw is, every sample is compared with
 * the raw's, the digest in the file with theirs, and an original within it, restored, with the raw's bytes.
 */
final readonly class Conversion
{
    private const DNG_VERSION = 0xC612;
    private const RAW_IMAGE_DIGEST = 0xC71C;

    public function __construct(private DecodesRaw $decodes, private MakesPreviews $previews, private DngWriter $writer = new DngWriter(), private ?FindsExif $exif = null)
    {
    }

    /**
     * @param string      $to   where nothing stands yet; nothing is left there unless it is proven
     * @param string|null $name what the raw was called by the camera, where it has another name now
     *
     * @throws CouldNotConvert
     */
    public function convert(string $raw, CaptureFacts $facts, string $to, DngWanted $wanted, ?string $name = null): Converted
    {
        if (self::main($raw)?->has(self::DNG_VERSION) ?? false) {
            throw CouldNotConvert::raw($raw, 'it is a DNG already');
        }
        clearstatcache(true, $raw);
        [$size, $time] = [(int) filesize($raw), filemtime($raw)];
        $decoded = $this->decodes->decode($raw);
        $parts = new DngParts($decoded, CarriedRecords::of($raw, $facts, $this->exif), $this->previews->of($raw, $facts, $wanted->previewEdge), $name ?? basename($raw), $facts->gear->serial, $wanted->embedsRaw ? $raw : null);
        $temporary = \dirname($to).'/.'.basename($to).'.part';
        @unlink($temporary); // of one who was cut off
        try {
            $bytes = $this->writer->write($temporary, $parts);
            $this->prove($temporary, $decoded->mosaic, $raw, $wanted->embedsRaw);
            clearstatcache(true, $raw);
            if (filesize($raw) !== $size || filemtime($raw) !== $time) {
                throw CouldNotConvert::raw($raw, 'it was changed meanwhile');
            }
            if (!@link($temporary, $to) && (file_exists($to) || !@rename($temporary, $to))) {
                throw CouldNotConvert::notWritten($to, file_exists($to) ? 'a file stands there already' : 'the drive refused the name');
            }
        } finally {
            @unlink($temporary);
        }

        return new Converted($to, $size, $bytes, bin2hex($decoded->mosaic->digest()), $decoded->camera, $decoded->mosaic->width, $decoded->mosaic->height);
    }

    /** @throws CouldNotConvert */
    private function prove(string $dng, Mosaic $mosaic, string $raw, bool $embeds): void
    {
        $again = $this->decodes->mosaic($dng);
        $because = $mosaic->firstDifference($again);
        if (null !== $because) {
            throw CouldNotConvert::notProven($raw, $because);
        }
        if (self::main($dng)?->raw(self::RAW_IMAGE_DIGEST, 16) !== $again->digest()) {
            throw CouldNotConvert::notProven($raw, 'the digest in it is another');
        }
        if ($embeds) {
            $hash = hash_init('xxh128');
            EmbeddedOriginal::restore($dng, static fn (string $piece): bool => hash_update($hash, $piece));
            if (hash_final($hash) !== hash_file('xxh128', $raw)) {
                throw CouldNotConvert::notProven($raw, 'the raw within it has other bytes');
            }
        }
    }

    private static function main(string $path): ?Ifd
    {
        try {
            $tiff = TiffReader::at(Bytes::ofFile($path));

            return $tiff->ifd($tiff->first);
        } catch (BrokenFile|CouldNotRead) {
            return null;
        }
    }
}
