<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

/** A JPEG picture inside a file: byte offset and length, and its size in pixels where it says it. */
final readonly class Preview
{
    /** A file may say anything; the largest pictures of cameras have more, and are then rendered from their files instead. */
    public const MOST_BYTES = 48_000_000;

    public function __construct(public int $offset, public int $length, public ?int $width, public ?int $height)
    {
    }

    /** Pixels along the longer edge, 0 where unknown. */
    public function longEdge(): int
    {
        return max($this->width ?? 0, $this->height ?? 0);
    }
}
