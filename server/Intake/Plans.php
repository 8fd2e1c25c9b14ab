<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use VelvetLedger\Core\Order\Clips;
use VelvetLedger\Core\Order\Others;
use VelvetLedger\Core\Plan\Plan;
use VelvetLedger\Core\Plan\Planner;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Server\Cards\CardHoldings;
use VelvetLedger\Server\Cards\CardsOnDesk;
use VelvetLedger\Server\Cards\DeskReadings;
use VelvetLedger\Server\Persistence\Shoots\NamesRepository;
use VelvetLedger\Server\Placing\Landing;

/** Plans for the cards in the readers and the store that they land at. */
final readonly class Plans
{
    public function __construct(private DeskReadings $readings, private CardHoldings $holdings, private NamesRepository $names, private Landing $landing)
    {
    }

    public function make(CardsOnDesk $desk, Wishes $wishes): Plan
    {
        $card = $this->readings->whole($desk);
        $card = Clips::Stay === $wishes->order->bring->clips ? $card : $card->withClips();
        $card = Others::Stay === $wishes->order->bring->others ? $card : $card->withLoose();

        return Planner::plan($card, $wishes, new NamesAtStore($this->landing->at($wishes->order), $this->names), $this->holdings->of($desk, [...$card->frames, ...$card->loose]), null, $desk->label());
    }
}
