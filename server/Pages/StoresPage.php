<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use VelvetLedger\Core\Store\Drive;
use VelvetLedger\Core\Store\Warnings;
use VelvetLedger\Server\Persistence\Copies\CopyRepository;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Persistence\Copies\ProvingRepository;
use VelvetLedger\Server\Persistence\Copies\SightingRepository;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\Copies\StoreSumsRepository;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Stores\Drives;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Stores\StoreSums;
use VelvetLedger\Server\View\Stores\DriveView;
use VelvetLedger\Server\View\Stores\ElsewhereView;
use VelvetLedger\Server\View\Stores\StorePageView;
use VelvetLedger\Server\View\Stores\StoresView;

/** All that the page of stores shows, and the command line prints. */
final readonly class StoresPage
{
    public function __construct(private Stores $stores, private Drives $drives, private StoreSumsRepository $cards, private SumsOfStores $sums, private ProvingRepository $provings, private CopyRepository $copies, private IntakeRuns $runs, private SightingRepository $sightings)
    {
    }

    public function view(): StoresView
    {
        $stores = $this->stores->all();
        $main = array_values(array_filter($stores, static fn (LedgerStore $store): bool => StoreRole::Main === $store->role()))[0] ?? null;
        $lastCard = $this->cards->lastCard();
        $drives = [];
        foreach ($stores as $store) {
            $now = $this->stores->at($store);
            $drives[$store->id()] = $now->isPresent() ? $this->drives->of($now->path) : null;
        }

        $sums = $this->sums->of($stores);
        $elsewhere = [];
        foreach (\in_array(null, $drives, true) ? $this->sightings->elsewhere() : [] as $store => $machine) {
            if (null === ($drives[$store] ?? null)) {
                $elsewhere[] = new ElsewhereView($store, $machine['name']);
            }
        }

        return new StoresView(
            array_map(fn (LedgerStore $store): StorePageView => $this->store($store, $drives[$store->id()] ?? null, null === $main || $main === $store ? null : $drives[$main->id()] ?? null, $main?->name() ?? '', $lastCard, $sums[$store->id()]), $stores),
            array_map(static fn (Drive $drive): DriveView => new DriveView($drive), $this->drives->all()),
            $this->runs->copying(),
            $elsewhere,
        );
    }

    private function store(LedgerStore $store, ?Drive $drive, ?Drive $main, string $mainName, ?int $lastCard, StoreSums $sums): StorePageView
    {
        return new StorePageView($store, $this->stores->at($store), $drive, $sums, null === $drive ? [] : Warnings::of($drive, $main, $mainName, $lastCard, $sums->owedBytes), StorePageView::provingOf($this->provings->last($store->id())), $lastCard, $this->copies->isWorkedOn($store->id()));
    }
}
