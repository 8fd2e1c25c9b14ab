<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View;

use VelvetLedger\Server\Cards\CardSummary;
use VelvetLedger\Server\Cards\Volume;

/** A card in the list of those present; dates are "2026-05-04" or null. */
final readonly class CardView
{
    public string $id;
    public string $label;
    public int $frames;
    public int $files;
    public int $bytes;
    public ?string $firstDate;
    public ?string $lastDate;

    public function __construct(Volume $volume, CardSummary $summary)
    {
        $this->id = $volume->id;
        $this->label = $volume->label();
        $this->frames = $summary->frames;
        $this->files = $summary->files;
        $this->bytes = $summary->bytes;
        $this->firstDate = null === $summary->first ? null : date('Y-m-d', $summary->first);
        $this->lastDate = null === $summary->last ? null : date('Y-m-d', $summary->last);
    }
}
