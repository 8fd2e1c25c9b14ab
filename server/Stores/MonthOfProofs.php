<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stores;

/** Copies that were last proven in one month. */
final readonly class MonthOfProofs
{
    /** @param string $month "2026-05" */
    public function __construct(public string $month, public int $copies)
    {
    }
}
