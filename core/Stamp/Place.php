<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

use VelvetLedger\Core\Card\Kind;

/** Where the stamp of a file is written: into it, or into a sidecar beside it. A camera's raw file is never changed, unless an order says so of its DNGs. */
enum Place: string
{
    case Inside = 'inside';
    case Beside = 'beside';
    /** It is a sidecar. */
    case Itself = 'itself';
    /** Clips, sounds and whatever else came along bear no stamp. */
    case Nowhere = 'nowhere';

    /** Of a frame's sidecar, after the stem that all of its files share. */
    public const SIDECAR = '.xmp';

    private const INSIDE = ['dng', 'jpg', 'jpeg', 'jpe', 'tif', 'tiff', 'heic', 'heif', 'hif'];

    /** Of a file of a frame, by what follows the frame's stem in its name: there is one sidecar a frame. */
    public static function ofEnding(string $ending, StampStyle $style): self
    {
        $place = self::of('x'.$ending, $style);

        return self::Itself === $place && self::SIDECAR !== strtolower($ending) ? self::Nowhere : $place;
    }

    public static function of(string $name, StampStyle $style): self
    {
        $extension = strtolower(pathinfo($name, \PATHINFO_EXTENSION));
        $isJpeg = \in_array($extension, ['jpg', 'jpeg', 'jpe'], true);

        return match (true) {
            'xmp' === $extension => self::Itself,
            !Kind::ofPath(ltrim($name, '.'))->isStill() => self::Nowhere,
            \in_array($extension, self::INSIDE, true) && !($isJpeg && $style->jpegSidecar) && !('dng' === $extension && $style->dngSidecar) => self::Inside,
            default => self::Beside,
        };
    }
}
