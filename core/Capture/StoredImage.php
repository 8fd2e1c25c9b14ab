<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

/** The picture as it is stored: size in pixels before it is turned, how it is to be turned (Exif's 1 to 8), its unique id. */
final readonly class StoredImage
{
    public ?int $orientation;
    public ?int $width;
    public ?int $height;
    public ?string $uniqueId;

    public function __construct(?int $orientation = null, ?int $width = null, ?int $height = null, ?string $uniqueId = null)
    {
        $this->orientation = null !== $orientation && $orientation >= 1 && $orientation <= 8 ? $orientation : null;
        $this->width = Recorded::whole($width);
        $this->height = Recorded::whole($height);
        $this->uniqueId = Recorded::text($uniqueId);
    }
}
