<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\DayBook;

use VelvetLedger\Server\Persistence\Cards\Card;
use VelvetLedger\Server\Persistence\Copies\Proof;
use VelvetLedger\Server\Persistence\Intakes\Intake;

/** What an entry of the day book is about. */
enum DayBookKind: string
{
    case Intake = 'intake';
    case Clock = 'clock';
    case Store = 'store';
    case Owed = 'owed copies';
    case Proof = 'proof';
    case Repair = 'repair';
    case Card = 'card';
    case Order = 'order';
    case Stamp = 'stamp';
}
