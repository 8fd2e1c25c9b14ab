<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

/** A small picture, not turned: 8-bit red, green, blue, row major, $width x $height. */
final readonly class Thumbnail
{
    public function __construct(public string $pixels, public int $width, public int $height)
    {
    }
}
