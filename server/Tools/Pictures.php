<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\Preview;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\Jpeg\OrientedJpeg;
use VelvetLedger\Server\Settings\Home;

/**
 * JPEG pictures of stills for the screen: the preview that the camera put into the file, as it is where it is
 * small enough, else scaled by libvips and kept.
 */
final readonly class Pictures
{
    /** A preview up to this many times longer than asked for is sent as it is. */
    private const NEAR_ENOUGH = 2.2;
    private const SECONDS = 8;

    public function __construct(private Home $home)
    {
    }

    /**
     * A JPEG stream about $edge pixels along its longer side, upright.
     *
     * @throws CouldNotMakePicture
     */
    public function of(string $path, CaptureFacts $facts, int $edge): string
    {
        $preview = $facts->previewFor($edge) ?? throw CouldNotMakePicture::noneInside();
        if ($preview->longEdge() <= $edge * self::NEAR_ENOUGH) {
            return self::stream($path, $preview, $facts);
        }
        $stat = @stat($path);
        $kept = \sprintf('%s/cache/pictures/%s.jpg', $this->home->path, hash('xxh128', $path.'|'.($stat['size'] ?? 0).'|'.($stat['mtime'] ?? 0).'|'.$edge));
        $found = @file_get_contents($kept);

        return \is_string($found) && '' !== $found ? $found : $this->scale(self::stream($path, $preview, $facts), $edge, $kept);
    }

    private static function stream(string $path, Preview $preview, CaptureFacts $facts): string
    {
        $jpeg = Bytes::ofFile($path)->read($preview->offset, $preview->length);

        return 0 === $preview->offset ? $jpeg : OrientedJpeg::of($jpeg, $facts->image->orientation ?? 1);
    }

    private function scale(string $jpeg, int $edge, string $kept): string
    {
        @mkdir(\dirname($kept), 0o777, true);
        $process = Vips::scale(['stdin'], $edge, '.jpg[Q=84,strip]', self::SECONDS, null, $jpeg);
        $scaled = $process->getOutput();
        if (!$process->isSuccessful() || '' === $scaled) {
            throw Vips::metItsLimits($process) ? CouldNotMakePicture::tooCostly() : CouldNotMakePicture::libraryRefused(Vips::said($process));
        }
        $temporary = $kept.'.'.getmypid();
        if (\strlen($scaled) === @file_put_contents($temporary, $scaled)) {
            @rename($temporary, $kept);
        }

        return $scaled;
    }
}
