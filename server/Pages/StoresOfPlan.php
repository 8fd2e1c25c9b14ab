<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Store\Room;
use VelvetLedger\Core\Store\Warnings;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Persistence\Copies\StoreSumsRepository;
use VelvetLedger\Server\Placing\Landing;
use VelvetLedger\Server\Stores\Drives;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\View\Desk\PlannedStoreView;

/** The stores that an intake of so many bytes would go to. */
final readonly class StoresOfPlan
{
    public function __construct(private Stores $stores, private Drives $drives, private Landing $landing, private StoreSumsRepository $sums)
    {
    }

    /** @return list<PlannedStoreView> the one that it lands at first */
    public function of(StandingOrder $order, int $bytes): array
    {
        $all = $this->landing->stores($order);
        $main = $all[0] ?? null;
        $mainDrive = null === $main ? null : $this->drives->of($this->stores->at($main)->path);

        return array_map(function (LedgerStore $store) use ($main, $mainDrive, $bytes): PlannedStoreView {
            $now = $this->stores->at($store);
            $drive = $now->isPresent() ? $this->drives->of($now->path) : null;
            $free = $now->freeBytes();

            return new PlannedStoreView($store->name(), $store === $main, $now->isPresent(), $free, null === $free || (new Room($free, $this->sums->owedBytes($store)))->takes($bytes), null === $drive || $store === $main ? [] : \array_slice(Warnings::of($drive, $mainDrive, $main?->name() ?? ''), 0, 1));
        }, $all);
    }
}
