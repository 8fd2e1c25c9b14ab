<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http\View;

use VelvetLedger\Core\Plan\Plan;
use VelvetLedger\Core\Plan\PlannedShoot;
use VelvetLedger\Core\Plan\Problem;
use VelvetLedger\Core\Plan\Totals;
use VelvetLedger\Server\Settings\Store;

/** A plan without its single lines: what the desk shows while it is being made. */
final readonly class PlanView
{
    /** @var list<PlannedShoot> */
    public array $shoots;

    public Totals $totals;

    /** @var list<Problem> */
    public array $problems;

    public StoreView $store;

    public function __construct(Plan $plan, Store $store)
    {
        $this->shoots = $plan->shoots;
        $this->totals = $plan->totals;
        $this->problems = $plan->problems;
        $this->store = new StoreView($store);
    }
}
