<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\Preview;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\Jpeg\OrientedJpeg;

/**
 * JPEG pictures of stills for the screen: the preview that the camera put into the file, as it is where it is
 * small enough, else scaled by libvips and kept; where there is none, or none that is large enough to judge sharpness by, the
 * still is rendered.
 */
final readonly class Pictures
{
    /** A preview up to this many times longer than asked for is sent as it is. */
    private const NEAR_ENOUGH = 2.2;
    /** As large as a screen shows it; of that, hardly more is sent. */
    public const SCREEN = 2048;
    private const NEAR_SCREEN = 1.25;
    private const SECONDS = 8;
    /** Asked for the whole picture, pixel by pixel. */
    public const WHOLE = 100_000;
    /** A preview that has so much of the still's edge is the whole picture. */
    private const ALL = 0.9;

    public function __construct(private KeptPictures $kept, private RendersStills $renders)
    {
    }

    /**
     * A JPEG stream about $edge pixels along its longer side, upright.
     *
     * @param bool $keeps whether one that was made for it is kept
     *
     * @throws CouldNotMakePicture
     */
    public function of(string $path, CaptureFacts $facts, int $edge, bool $keeps = true): string
    {
        $preview = $facts->previewFor($edge);
        if (null === $preview || self::isTooSmall($preview, $facts, $edge)) {
            $make = fn (): string => $this->renders->jpeg($path, $edge);

            return $keeps ? $this->kept($path, $edge, $make) : $make();
        }
        if ($preview->longEdge() <= $edge * (self::SCREEN === $edge ? self::NEAR_SCREEN : self::NEAR_ENOUGH)) {
            return self::stream($path, $preview, $facts);
        }

        $make = static fn (): string => self::scale(self::stream($path, $preview, $facts), $edge);

        return $keeps ? $this->kept($path, $edge, $make) : $make();
    }

    /** Whether it is known to be smaller than the still, by more than is shown. */
    private static function isTooSmall(Preview $preview, CaptureFacts $facts, int $edge): bool
    {
        $of = max($facts->image->width ?? 0, $facts->image->height ?? 0);

        return $edge >= self::SCREEN && $preview->longEdge() < self::ALL * $of && $preview->longEdge() < min($edge, $of) / (self::WHOLE === $edge ? 1 : 2);
    }

    /** @param \Closure(): string $make */
    private function kept(string $path, int $edge, \Closure $make): string
    {
        $stat = @stat($path);
        $of = $path.'|'.($stat['size'] ?? 0).'|'.($stat['mtime'] ?? 0).'|'.$edge;
        $found = $this->kept->get($of);
        if (null === $found) {
            $this->kept->put($of, $found = $make());
        }

        return $found;
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
