<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http\View;

use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\Samples;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Plan\BodyClock;
use VelvetLedger\Core\Plan\Plan;
use VelvetLedger\Core\Plan\PlannedShoot;
use VelvetLedger\Core\Plan\Problem;
use VelvetLedger\Core\Plan\Totals;
use VelvetLedger\Core\Plan\TreeFolder;
use VelvetLedger\Server\Settings\Store;

/** A plan without its single lines: what the desk shows while it is being made. */
final readonly class PlanView
{
    /** @var list<PlannedShoot> */
    public array $shoots;

    public Totals $totals;

    /** @var list<Problem> */
    public array $problems;

    /** @var list<TreeFolder> */
    public array $tree;

    /** @var list<BodyClock> */
    public array $clocks;

    public ?Samples $samples;

    /** @var array<string, mixed> the order's document */
    public array $order;

    /** @var list<string> parts in which the desk departs from the saved order */
    public array $departs;

    public StoreView $store;

    public function __construct(Plan $plan, StandingOrder $order, StandingOrder $saved, Store $store)
    {
        $this->shoots = $plan->shoots;
        $this->totals = $plan->totals;
        $this->problems = $plan->problems;
        $this->tree = $plan->tree;
        $this->clocks = $plan->clocks;
        $this->samples = $plan->samples;
        $this->order = OrderDocument::of($order);
        $this->departs = $order->departuresFrom($saved);
        $this->store = new StoreView($store);
    }
}
