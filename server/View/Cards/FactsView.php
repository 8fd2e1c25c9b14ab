<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Cards;

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

    /** Given in the camera or on another computer, -1 to 5. */
    public ?int $rating;

    /** @var list<string> */
    public array $keywords;

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
        $this->rating = $facts->rating;
        $this->keywords = array_map(static fn (array $path): string => $path[array_key_last($path)] ?? '', $facts->remarks->keywords);
    }
}
