<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

/** Capture facts while they are being gathered from several places of a file; the first place to say a thing wins. */
final class FactsDraft
{
    public ?CapturedAt $takenAt = null;
    public ?string $make = null;
    public ?string $model = null;
    public ?string $serial = null;
    public ?string $lens = null;
    public ?float $exposureSeconds = null;
    public ?float $fNumber = null;
    public ?int $iso = null;
    public ?float $focalLengthMm = null;
    public ?float $exposureBiasEv = null;
    public ?int $orientation = null;
    public ?int $width = null;
    public ?int $height = null;
    public ?int $rating = null;
    public ?string $imageUniqueId = null;

    public readonly RemarksDraft $remarks;

    /** @var array<int, Preview> offset => preview */
    private array $previews = [];

    public function __construct()
    {
        $this->remarks = new RemarksDraft();
    }

    public function addPreview(Preview $preview): void
    {
        $this->previews[$preview->offset] ??= $preview;
    }

    public function facts(): CaptureFacts
    {
        $previews = array_values($this->previews);
        usort($previews, static fn (Preview $a, Preview $b): int => [$a->longEdge(), $a->length] <=> [$b->longEdge(), $b->length]);

        return new CaptureFacts(
            $this->takenAt,
            new Gear($this->make, $this->model, $this->serial, $this->lens),
            new Exposure($this->exposureSeconds, $this->fNumber, $this->iso, $this->focalLengthMm, $this->exposureBiasEv),
            new StoredImage($this->orientation, $this->width, $this->height, $this->imageUniqueId),
            $this->remarks->rating() ?? $this->rating,
            $previews,
            'core',
            $this->remarks->remarks(),
        );
    }
}
