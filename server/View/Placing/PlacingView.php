<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Placing;

/** What an act about where shoots lie comes to. */
final readonly class PlacingView
{
    /**
     * @param int               $shoots  that it is done with
     * @param list<AtStoreView> $owed    what stores are owed by it
     * @param list<AtStoreView> $leaving what leaves stores, and so is free there
     * @param list<RefusedView> $refused
     */
    public function __construct(public int $shoots, public array $owed, public array $leaving, public array $refused)
    {
    }
}
