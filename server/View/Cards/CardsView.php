<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Cards;

use VelvetLedger\Server\View\Stores\StoreView;

/** What is in the readers, where these are, and the main store. */
final readonly class CardsView
{
    /**
     * @param list<CardView> $cards
     * @param list<string>   $readers     folders, as PathText
     * @param list<int>      $storesThere numbers of those that are there now
     * @param int            $revision    another whenever the ledger holds or promises other frames than before
     */
    public function __construct(public array $cards, public array $readers, public StoreView $store, public array $storesThere, public int $revision)
    {
    }
}
