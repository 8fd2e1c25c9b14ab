<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Stores;

/** All stores, and the drives that one can be chosen on. */
final readonly class StoresView
{
    /**
     * @param list<StorePageView> $stores
     * @param list<DriveView>     $drives
     * @param list<ElsewhereView> $elsewhere
     * @param list<int>           $copying   receipts that are being copied to them just now: what else is to be done there waits
     */
    public function __construct(public array $stores, public array $drives, public array $copying, public array $elsewhere)
    {
    }
}
