<?php

declare(strict_types=1);

namespace VelvetLedger\Demo;

/** What a body's JPEG of a picture holds of it, whatever else is said in the file: itself and its thumbnail. */
final readonly class CodedPicture
{
    private function __construct(public string $jpeg, public string $thumbnail, public int $width, public int $height)
    {
    }

    public static function of(Canvas $picture): self
    {
        return new self($picture->jpeg(86), $picture->scaled(160, 107)->jpeg(80), $picture->width, $picture->height);
    }
}
