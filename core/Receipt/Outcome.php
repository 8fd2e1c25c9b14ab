<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Receipt;

use VelvetLedger\Core\Plan\Intent;

/** What became of one file of a card. */
enum Outcome: string
{
    case Waiting = 'waiting';
    case BroughtIn = 'brought in';
    case Held = 'held';
    case LeftOut = 'left out';
    case NotAStill = 'not a still';
    case Unreadable = 'unreadable';
    case Failed = 'failed';

    /** The outcome that a plan's line starts with: all but a copy to be made is settled already. */
    public static function atStart(Intent $intent): self
    {
        return match ($intent) {
            Intent::BringIn => self::Waiting,
            Intent::Held => self::Held,
            Intent::LeaveOut => self::LeftOut,
            Intent::NotAStill => self::NotAStill,
            Intent::Unreadable => self::Unreadable,
        };
    }
}
