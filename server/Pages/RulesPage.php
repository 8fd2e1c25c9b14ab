<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Order\StationeryKind;
use VelvetLedger\Core\Placing\PlacingRule;
use VelvetLedger\Core\Placing\Whereabouts;
use VelvetLedger\Server\Orders\OrderBook;
use VelvetLedger\Server\Orders\Stationery;
use VelvetLedger\Server\Persistence\Placing\HoldingRepository;
use VelvetLedger\Server\Persistence\Placing\PlacingRepository;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\View\Placing\HoldingView;
use VelvetLedger\Server\View\Placing\RulesView;
use VelvetLedger\Server\View\Placing\RuleView;

/** The rules of where work lies, and what stores hold by them, as the page of stores shows it. */
final readonly class RulesPage
{
    public function __construct(private PlacingRepository $places, private HoldingRepository $holdings, private Stores $stores, private OrderBook $orders, private Stationery $stationery)
    {
    }

    public function view(): RulesView
    {
        $rules = $this->places->rules();
        $places = $this->places->places();
        $follow = array_count_values(array_map(static fn (Whereabouts $place): int => $rules->for($place->work)->id ?? 0, $places));
        $names = $this->stores->names();
        $orders = $this->orders->all();
        $kinds = array_filter([...array_column($this->stationery->all()[StationeryKind::Destination->value] ?? [], 'name'), ...array_map(static fn (Whereabouts $place): string => $place->work->kind, $places), ...array_map(static fn (StandingOrder $order): string => $order->destination->kindOfWork, $orders)], static fn (string $kind): bool => '' !== $kind);
        sort($kinds);

        return new RulesView(
            array_map(static fn (PlacingRule $rule): RuleView => new RuleView($rule, $names, $follow[$rule->id ?? 0] ?? 0, [] === $rules->special), [...$rules->special, $rules->all]),
            array_map(static fn (array $of): HoldingView => new HoldingView(...$of), $this->holdings->all()),
            array_values(array_unique($kinds)),
            array_map(static fn (StandingOrder $order): string => $order->name, $orders),
        );
    }
}
