<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Desk;

use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\Samples;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Plan\BodyClock;
use VelvetLedger\Core\Plan\Plan;
use VelvetLedger\Core\Plan\PlannedShoot;
use VelvetLedger\Core\Plan\Problem;
use VelvetLedger\Core\Plan\TreeFolder;
use VelvetLedger\Server\Stores\Store;
use VelvetLedger\Server\View\Stamps\StampSampleView;
use VelvetLedger\Server\View\Stores\StoreView;
use VelvetLedger\Server\View\WrittenAs;

/** A plan without its single lines: what the desk shows while it is being made. */
final readonly class PlanView
{
    /** @var list<PlannedShootView> */
    public array $shoots;

    public TotalsView $totals;

    /** @var list<Problem> */
    public array $problems;

    /** @var list<TreeFolder> */
    public array $tree;

    /** @var list<BodyClock> */
    public array $clocks;

    public ?Samples $samples;

    /** @var array<string, mixed> the order's document */
    #[WrittenAs('OrderDocument')]
    public array $order;

    /** @var list<string> parts in which the desk departs from the saved order */
    #[WrittenAs('OrderPart[]')]
    public array $departs;

    public StoreView $store;

    /** Whether there is room on the store for what is to be brought in. */
    public bool $hasRoom;

    /** @param list<PlannedStoreView> $stores that copies would go to, the main one first */
    public function __construct(Plan $plan, StandingOrder $order, StandingOrder $saved, Store $store, public array $stores, public StampSampleView $stamps, public DngEstimateView $dngs)
    {
        $this->shoots = array_map(static fn (PlannedShoot $shoot): PlannedShootView => new PlannedShootView($shoot), $plan->shoots);
        $this->totals = new TotalsView($plan->totals, $store->name);
        $this->problems = $plan->problems;
        $this->tree = $plan->tree;
        $this->clocks = $plan->clocks;
        $this->samples = $plan->samples;
        $this->order = OrderDocument::of($order);
        $this->departs = $order->departuresFrom($saved);
        $this->store = new StoreView($store);
        $this->hasRoom = $stores[0]->hasRoom ?? true;
    }
}
