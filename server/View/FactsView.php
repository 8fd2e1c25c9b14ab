<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View;

use VelvetLedger\Core\Capture\CaptureFacts;

/** Capture facts as the page shows them. */
final readonly class FactsView
{
    public ?string $body;
    public ?string $lens;
    public ?float $exposureSeconds;
    public ?float $fNumber;
    public ?int $iso;
    public ?float $focalLengthMm;
    public ?float $exposureBiasEv;
    public ?int $width;
    public ?int $height;
    public ?string $subsecond;

    public function __construct(CaptureFacts $facts)
    {
        $this->body = $facts->gear->model;
        $this->lens = $facts->gear->lens;
        $this->exposureSeconds = $facts->exposure->seconds;
        $this->fNumber = $facts->exposure->fNumber;
        $this->iso = $facts->exposure->iso;
        $this->focalLengthMm = $facts->exposure->focalLengthMm;
        $this->exposureBiasEv = $facts->exposure->biasEv;
        $turned = ($facts->image->orientation ?? 1) > 4;
        $this->width = $turned ? $facts->image->height : $facts->image->width;
        $this->height = $turned ? $facts->image->width : $facts->image->height;
        $this->subsecond = $facts->takenAt?->subsecond;
    }
}
