<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

/** A JPEG picture inside a file: byte offset and length, and its size in pixels where it says it. */
final readonly class Preview
{
    public function __construct(public int $offset, public int $length, public ?int $width, public ?int $height)
    {
    }

    /** Pixels along the longer edge, 0 where unknown. */
    public function longEdge(): int
    {
        return max($this->width ?? 0, $this->height ?? 0);
    }
}
