<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use Symfony\Component\Filesystem\Filesystem;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Dng\CouldNotConvert;
use VelvetLedger\Core\Dng\MakesPreviews;
use VelvetLedger\Core\Dng\Previews;
use VelvetLedger\Core\Dng\RenderedPreview;
use VelvetLedger\Core\Dng\Thumbnail;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\Bytes;

/** From the JPEG that the camera put into the raw, scaled by libvips where it is larger than asked for; else developed by LibRaw. */
final readonly class PreviewsOfRaw implements MakesPreviews
{
    private const THUMBNAIL = 256;
    private const QUALITY = '.jpg[Q=88,strip,no-subsample=false]';
    private const SECONDS = 30;

    public function __construct(private Filesystem $files)
    {
    }

    public function of(string $path, CaptureFacts $facts, int $edge): Previews
    {
        $inside = self::inside($path, $facts, $edge);
        $picture = $inside ?? $this->developed($path);
        $preview = null === $inside ? null : RenderedPreview::ofJpeg($inside);
        if (null === $preview || max($preview->width, $preview->height) > $edge) {
            $preview = RenderedPreview::ofJpeg(self::scaled($path, $picture, $edge, self::QUALITY, null === $inside)) ?? throw CouldNotConvert::raw($path, 'no preview could be made of it');
        }
        $small = self::scaled($path, $picture, self::THUMBNAIL, '.ppm', null === $inside);
        if (1 !== preg_match('/^P6\s(?:#[^\n]*\n)*(\d+)\s+(\d+)\s+255\s/', $small, $header) || \strlen($small) - \strlen($header[0]) !== 3 * (int) $header[1] * (int) $header[2]) {
            throw CouldNotConvert::raw($path, 'no thumbnail could be made of it');
        }

        return new Previews(new Thumbnail(substr($small, \strlen($header[0])), (int) $header[1], (int) $header[2]), [$preview]);
    }

    private static function inside(string $path, CaptureFacts $facts, int $edge): ?string
    {
        $preview = $facts->previewFor($edge);
        try {
            return null === $preview || $preview->longEdge() < self::THUMBNAIL ? null : Bytes::ofFile($path)->read($preview->offset, $preview->length);
        } catch (BrokenFile) {
            return null;
        }
    }

    /** @throws CouldNotConvert */
    private function developed(string $path): string
    {
        return (new LibRaw($path, $this->files))->run('dcraw_emu', '-w', '-h', '-t', '0', '-Z', '-');
    }

    /** @throws CouldNotConvert */
    private static function scaled(string $path, string $picture, int $edge, string $output, bool $ours): string
    {
        $process = Vips::scale(['stdin'], $edge, $output, self::SECONDS, null, $picture, $ours);

        return $process->isSuccessful() ? $process->getOutput() : throw CouldNotConvert::raw($path, 'no preview could be made of it ('.Vips::said($process).')');
    }
}
