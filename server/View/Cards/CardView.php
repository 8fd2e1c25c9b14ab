<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Cards;

use VelvetLedger\Server\Cards\CardKnown;
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
    /** Frames that are new; null until the card was read. */
    public ?int $new;

    /** @param bool $isFolder whether it is a folder that was picked, and no card */
    public function __construct(Volume $volume, CardSummary $summary, ?CardKnown $known, public bool $isFolder = false)
    {
        $this->id = $volume->id;
        $this->label = $volume->label();
        $this->frames = $summary->frames;
        $this->files = $summary->files;
        $this->bytes = $summary->bytes;
        $this->firstDate = $known->first ?? (null === $summary->first ? null : date('Y-m-d', $summary->first));
        $this->lastDate = $known->last ?? (null === $summary->last ? null : date('Y-m-d', $summary->last));
        $this->new = $known?->new;
    }
}
