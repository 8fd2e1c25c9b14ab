<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use VelvetLedger\Core\Order\Clips;
use VelvetLedger\Core\Order\Others;
use VelvetLedger\Core\Plan\Plan;
use VelvetLedger\Core\Plan\Planner;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Server\Cards\CardHoldings;
use VelvetLedger\Server\Cards\CardReadings;
use VelvetLedger\Server\Cards\Twins;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Persistence\Shoots\NamesRepository;
use VelvetLedger\Server\Stores\Stores;

/** Plans for the cards in the readers and the main store of the settings. */
final readonly class Plans
{
    public function __construct(private CardReadings $readings, private CardHoldings $holdings, private Stores $stores, private NamesRepository $names, private Twins $twins)
    {
    }

    public function make(Volume $volume, Wishes $wishes): Plan
    {
        $card = $this->twins->heal($volume, $this->readings->whole($volume));
        $card = Clips::Stay === $wishes->order->bring->clips ? $card : $card->withClips();
        $card = Others::Stay === $wishes->order->bring->others ? $card : $card->withLoose();

        return Planner::plan($card, $wishes, new NamesAtStore($this->stores->main(), $this->names), $this->holdings->of($volume, [...$card->frames, ...$card->loose]), null, $volume->label());
    }
}
