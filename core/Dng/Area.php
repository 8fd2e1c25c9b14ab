<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

/** A part of a mosaic, in pixels from its left upper corner. */
final readonly class Area
{
    public function __construct(public int $left, public int $top, public int $width, public int $height)
    {
    }

    public function isWithin(self $other): bool
    {
        return $this->left >= $other->left && $this->top >= $other->top && $this->width > 0 && $this->height > 0
            && $this->left + $this->width <= $other->left + $other->width && $this->top + $this->height <= $other->top + $other->height;
    }
}
