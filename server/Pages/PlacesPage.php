<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use VelvetLedger\Core\Store\Room;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Persistence\Copies\StoreSumsRepository;
use VelvetLedger\Server\Persistence\Placing\BesideRepository;
use VelvetLedger\Server\Persistence\Placing\HoldingRepository;
use VelvetLedger\Server\Persistence\Placing\LeavingRepository;
use VelvetLedger\Server\Persistence\Placing\PlacingRepository;
use VelvetLedger\Server\Persistence\Placing\StageTreeRepository;
use VelvetLedger\Server\Placing\PlacingShown;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\View\Placing\AtStoreView;
use VelvetLedger\Server\View\Placing\OnlyHereView;
use VelvetLedger\Server\View\Placing\PlacingView;
use VelvetLedger\Server\View\Placing\RefusedView;
use VelvetLedger\Server\View\Placing\ShootAtStoreView;
use VelvetLedger\Server\View\Placing\TreeView;
use VelvetLedger\Server\View\Placing\WhereaboutsView;

/** Where work lies, as the pages and the commands show it. */
final readonly class PlacesPage
{
    public function __construct(private PlacingRepository $places, private HoldingRepository $holdings, private BesideRepository $beside, private StageTreeRepository $trees, private LeavingRepository $leaving, private Stores $stores, private StoreSumsRepository $sums)
    {
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
        $names = $this->stores->names();
        $leaving = $this->leaving->stillThere($shoot);
        $held = $this->holdings->ofShoot($shoot);
        $at = array_values(array_filter(array_map(fn (LedgerStore $store): ShootAtStoreView => new ShootAtStoreView($store, $place, $this->stores->at($store)->isPresent(), $held[$store->id()] ?? [], $leaving[$store->id()] ?? null), $this->stores->all()), static fn (ShootAtStoreView $one): bool => $one->counts()));
        usort($at, static fn (ShootAtStoreView $a, ShootAtStoreView $b): int => [!$a->isHome, $a->id] <=> [!$b->isHome, $b->id]);

        return new WhereaboutsView($place, $rule, $names, [] === $rules->special, $this->places->isFinished($shoot), $at, BesideInWords::of($this->beside->sums($shoot), $names), $this->trees($shoot));
    }

    public function only(int $store, int $most = 500): OnlyHereView
    {
        return new OnlyHereView(...[...$this->leaving->sumOnlyAt($store), array_column($this->leaving->onlyAt($store, $most), 'path')]);
    }

    /** @return list<TreeView> */
    private function trees(int $shoot): array
    {
        $grounds = $this->beside->grounds($shoot);
        $found = [];
        foreach ($this->trees->of($shoot) as $tree) {
            $store = null === $tree['store'] ? null : $this->stores->find($tree['store']);
            $now = null === $store ? null : $this->stores->at($store);
            $folder = ($grounds[$tree['root']] ?? null)->folder ?? '';
            $found[] = new TreeView($tree['id'], $tree['name'], $store?->name() ?? '', true === $now?->isPresent() ? "$now->path/$folder" : ($store?->name() ?? '').": $folder", $tree['isMade']);
        }

        return $found;
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
            $found[] = new AtStoreView($number, $store->name(), $files, $bytes, $free, $leaves || null === $free || (new Room($free, $this->sums->owedBytes($store)))->takes($bytes));
        }

        return $found;
    }
}
