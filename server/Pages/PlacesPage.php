<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Order\StationeryKind;
use VelvetLedger\Core\Placing\PlacingRule;
use VelvetLedger\Core\Placing\Whereabouts;
use VelvetLedger\Core\Store\Room;
use VelvetLedger\Server\Orders\OrderBook;
use VelvetLedger\Server\Orders\Stationery;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Persistence\Placing\BesideRepository;
use VelvetLedger\Server\Persistence\Placing\HoldingRepository;
use VelvetLedger\Server\Persistence\Placing\LeavingRepository;
use VelvetLedger\Server\Persistence\Placing\PlacingRepository;
use VelvetLedger\Server\Placing\ChangesRules;
use VelvetLedger\Server\Placing\PlacingShown;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\View\Placing\AtStoreView;
use VelvetLedger\Server\View\Placing\HoldingView;
use VelvetLedger\Server\View\Placing\PlacingView;
use VelvetLedger\Server\View\Placing\RefusedView;
use VelvetLedger\Server\View\Placing\RulesView;
use VelvetLedger\Server\View\Placing\RuleView;
use VelvetLedger\Server\View\Placing\ShootAtStoreView;
use VelvetLedger\Server\View\Placing\WhereaboutsView;

/** Where work lies, as the pages and the commands show it. */
final readonly class PlacesPage
{
    public function __construct(private PlacingRepository $places, private HoldingRepository $holdings, private BesideRepository $beside, private LeavingRepository $leaving, private ChangesRules $rules, private Stores $stores, private OrderBook $orders, private Stationery $stationery)
    {
    }

    public function rules(): RulesView
    {
        $rules = $this->places->rules();
        $places = $this->places->places();
        $follow = array_count_values(array_map(static fn (Whereabouts $place): int => $rules->for($place->work)->id ?? 0, $places));
        $names = $this->rules->names();
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

    public function view(PlacingShown $shown): PlacingView
    {
        return new PlacingView(
            \count($shown->shoots),
            $this->atStores($shown->owed, false),
            $this->atStores($shown->leaving, true),
            array_map(static fn (int $shoot, string $because): RefusedView => new RefusedView($shoot, $because), array_keys($shown->refused), array_values($shown->refused)),
        );
    }

    public function whereabouts(int $shoot): WhereaboutsView
    {
        $place = $this->places->place($shoot);
        $rules = $this->places->rules();
        $rule = $rules->for($place->work);
        $names = $this->rules->names();
        $leaving = $this->leaving->stillThere($shoot);
        $held = $this->holdings->ofShoot($shoot);
        $at = array_values(array_filter(array_map(fn (LedgerStore $store): ShootAtStoreView => new ShootAtStoreView($store, $place, $this->stores->at($store)->isPresent(), $held[$store->id()] ?? [], $leaving[$store->id()] ?? null), $this->stores->all()), static fn (ShootAtStoreView $one): bool => $one->counts()));
        usort($at, static fn (ShootAtStoreView $a, ShootAtStoreView $b): int => [!$a->isHome, $a->id] <=> [!$b->isHome, $b->id]);
        $name = static fn (int $store): string => $names[$store] ?? '';

        return new WhereaboutsView($place, $rule->inWords($names, [] === $rules->special), $this->places->isFinished($shoot), $at, array_map($name, $rule->archives), $name($rule->main), BesideInWords::of($this->beside->sums($shoot), $names));
    }

    /**
     * @param array<int, array{files: int, bytes: int}> $of by store
     *
     * @return list<AtStoreView>
     */
    private function atStores(array $of, bool $leaves): array
    {
        $found = [];
        foreach ($of as $number => ['files' => $files, 'bytes' => $bytes]) {
            $store = $this->stores->find($number);
            $free = $this->stores->at($store)->freeBytes();
            $found[] = new AtStoreView($number, $store->name(), $files, $bytes, $free, $leaves || null === $free || (new Room($free, $this->stores->owedBytes($store)))->takes($bytes));
        }

        return $found;
    }
}
