<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Receipt;

/** The lines of one outcome, added up. */
final readonly class Sum
{
    public function __construct(public Outcome $outcome, public int $files, public int $frames, public int $bytes)
    {
    }
}
