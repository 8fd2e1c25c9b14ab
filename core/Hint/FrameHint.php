<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Hint;

/** A hint on one frame; for a burst or bracket also which of how many it is, counted from 1. */
final readonly class FrameHint
{
    public function __construct(public Hint $hint, public ?int $place = null, public ?int $of = null)
    {
    }
}
