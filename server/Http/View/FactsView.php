<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http\View;

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
        $this->body = $facts->model;
        $this->lens = $facts->lens;
        $this->exposureSeconds = $facts->exposureSeconds;
        $this->fNumber = $facts->fNumber;
        $this->iso = $facts->iso;
        $this->focalLengthMm = $facts->focalLengthMm;
        $this->exposureBiasEv = $facts->exposureBiasEv;
        $turned = ($facts->orientation ?? 1) > 4;
        $this->width = $turned ? $facts->height : $facts->width;
        $this->height = $turned ? $facts->width : $facts->height;
        $this->subsecond = $facts->takenAt?->subsecond;
    }
}
