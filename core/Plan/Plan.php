<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

/** All that an intake will do, before any of it is done: a line for every file on the card. */
final readonly class Plan
{
    public Totals $totals;

    /**
     * @param list<PlannedShoot> $shoots
     * @param list<PlanLine>     $lines
     * @param list<Problem>      $problems
     */
    public function __construct(public array $shoots, public array $lines, public array $problems)
    {
        $this->totals = Totals::of($lines);
    }
}
