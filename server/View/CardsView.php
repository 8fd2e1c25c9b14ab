<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View;

/** What is in the readers, where these are, and the main store. */
final readonly class CardsView
{
    /**
     * @param list<CardView> $cards
     * @param list<string>   $readers folders, as PathText
     */
    public function __construct(public array $cards, public array $readers, public StoreView $store)
    {
    }
}
