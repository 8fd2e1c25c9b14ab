<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Plan\Plan;
use VelvetLedger\Core\Plan\Planner;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Server\Cards\CardHoldings;
use VelvetLedger\Server\Cards\CardReadings;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Settings\Settings;

/** Plans for the cards in the readers and the main store of the settings. */
final readonly class Plans
{
    public function __construct(private CardReadings $readings, private CardHoldings $holdings, private Settings $settings, private Connection $database)
    {
    }

    public function make(Volume $volume, Wishes $wishes): Plan
    {
        $card = $this->readings->whole($volume);

        return Planner::plan($card, $wishes, new NamesAtStore($this->settings->main, $this->database), $this->holdings->of($volume, $card->frames));
    }
}
