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
 * small enough, else scaled by libvips and kept; where there is none, or none that is large enough to judge sharpness by, the
 * still is rendered.
 */
final readonly class Pictures
{
    /** A preview up to this many times longer than asked for is sent as it is. */
    private const NEAR_ENOUGH = 2.2;
    private const SECONDS = 8;
    /** Asked for the whole picture, pixel by pixel. */
    public const WHOLE = 100_000;
    /** A larger look is rendered where the preview has less than half of what it shows. */
    private const LOOK = 1600;
    /** A preview that has so much of the still's edge is the whole picture. */
    private const ALL = 0.9;

    public function __construct(private Home $home, private RendersStills $renders)
    {
    }

    /**
     * A JPEG stream about $edge pixels along its longer side, upright.
     *
     * @throws CouldNotMakePicture
     */
    public function of(string $path, CaptureFacts $facts, int $edge): string
    {
        $preview = $facts->previewFor($edge);
        if (null === $preview || self::isTooSmall($preview, $facts, $edge)) {
            return $this->kept($path, $edge, fn (): string => $this->renders->jpeg($path, $edge));
        }
        if ($preview->longEdge() <= $edge * self::NEAR_ENOUGH) {
            return self::stream($path, $preview, $facts);
        }

        return $this->kept($path, $edge, static fn (): string => self::scale(self::stream($path, $preview, $facts), $edge));
    }

    /** Whether it is known to be smaller than the still, by more than is shown. */
    private static function isTooSmall(Preview $preview, CaptureFacts $facts, int $edge): bool
    {
        $of = max($facts->image->width ?? 0, $facts->image->height ?? 0);

        return $edge >= self::LOOK && $preview->longEdge() < self::ALL * $of && $preview->longEdge() < min($edge, $of) / (self::WHOLE === $edge ? 1 : 2);
    }

    /** @param \Closure(): string $make */
    private function kept(string $path, int $edge, \Closure $make): string
    {
        $stat = @stat($path);
        $kept = \sprintf('%s/cache/pictures/%s.jpg', $this->home->path, hash('xxh128', $path.'|'.($stat['size'] ?? 0).'|'.($stat['mtime'] ?? 0).'|'.$edge));
        $found = @file_get_contents($kept);
        if (\is_string($found) && '' !== $found) {
            return $found;
        }
        $made = $make();
        @mkdir(\dirname($kept), 0o777, true);
        $temporary = $kept.'.'.getmypid();
        if (\strlen($made) === @file_put_contents($temporary, $made)) {
            @rename($temporary, $kept);
        }

        return $made;
    }

    private static function stream(string $path, Preview $preview, CaptureFacts $facts): string
    {
        $jpeg = Bytes::ofFile($path)->read($preview->offset, $preview->length);

        return 0 === $preview->offset ? $jpeg : OrientedJpeg::of($jpeg, $facts->image->orientation ?? 1);
    }

    private static function scale(string $jpeg, int $edge): string
    {
        $process = Vips::scale(['stdin'], $edge, '.jpg[Q=84,strip]', self::SECONDS, null, $jpeg);
        $scaled = $process->getOutput();
        if (!$process->isSuccessful() || '' === $scaled) {
            throw Vips::metItsLimits($process) ? CouldNotMakePicture::tooCostly() : CouldNotMakePicture::libraryRefused(Vips::said($process));
        }

        return $scaled;
    }
}
