<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

use VelvetLedger\Core\Card\Kind;

/** Where the stamp of a file is written: into it, or into a sidecar beside it. A camera's raw file is never changed. */
enum Place
{
    case Inside;
    case Beside;
    /** It is a sidecar. */
    case Itself;
    /** Clips, sounds and whatever else came along bear no stamp. */
    case Nowhere;

    private const INSIDE = ['dng', 'jpg', 'jpeg', 'jpe', 'tif', 'tiff', 'heic', 'heif', 'hif'];

    public static function of(string $name, StampStyle $style): self
    {
        $extension = strtolower(pathinfo($name, \PATHINFO_EXTENSION));
        $isJpeg = \in_array($extension, ['jpg', 'jpeg', 'jpe'], true);

        return match (true) {
            'xmp' === $extension => self::Itself,
            !Kind::ofPath(ltrim($name, '.'))->isStill() => self::Nowhere,
            \in_array($extension, self::INSIDE, true) && !($isJpeg && $style->jpegSidecar) => self::Inside,
            default => self::Beside,
        };
    }
}
