<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

/**
 * What the camera recorded of one still. Null means that the file does not say.
 * Exposure in seconds, focal length in millimetres, bias in EV, size in pixels as stored (before orientation,
 * which is Exif's 1 to 8).
 */
final readonly class CaptureFacts
{
    /** @param list<Preview> $previews smallest first */
    public function __construct(
        public ?CapturedAt $takenAt = null,
        public ?string $make = null,
        public ?string $model = null,
        public ?string $serial = null,
        public ?string $lens = null,
        public ?float $exposureSeconds = null,
        public ?float $fNumber = null,
        public ?int $iso = null,
        public ?float $focalLengthMm = null,
        public ?float $exposureBiasEv = null,
        public ?int $orientation = null,
        public ?int $width = null,
        public ?int $height = null,
        public ?int $rating = null,
        public ?string $imageUniqueId = null,
        public array $previews = [],
        public string $readBy = 'core',
    ) {
    }

    /** The smallest preview at least $longEdge pixels long, else the largest there is. */
    public function previewFor(int $longEdge): ?Preview
    {
        foreach ($this->previews as $preview) {
            if ($preview->longEdge() >= $longEdge) {
                return $preview;
            }
        }

        return [] === $this->previews ? null : $this->previews[array_key_last($this->previews)];
    }
}
