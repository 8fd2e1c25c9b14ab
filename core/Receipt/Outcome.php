<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Receipt;

use VelvetLedger\Core\Plan\Intent;

/** What became of one file of a card. */
enum Outcome: string
{
    case BroughtIn = 'brought in';
    case Waiting = 'waiting';
    case Held = 'held';
    case Promised = 'promised';
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
            Intent::Promised => self::Promised,
            Intent::LeaveOut => self::LeftOut,
            Intent::NotAStill => self::NotAStill,
            Intent::Unreadable => self::Unreadable,
        };
    }

    /** Whether a file of this outcome should have come in, and has not. */
    public function isTrouble(): bool
    {
        return match ($this) {
            self::Waiting, self::Promised, self::Unreadable, self::Failed => true,
            self::BroughtIn, self::Held, self::LeftOut, self::NotAStill => false,
        };
    }

    /** After a number of files, in a sentence. */
    public function inWords(int $files): string
    {
        return match ($this) {
            self::BroughtIn => 'brought in and proven',
            self::Waiting => 'still to copy',
            self::Held => 'held already',
            self::Promised => 'to come in by another receipt',
            self::LeftOut => 'left out',
            self::NotAStill => 1 === $files ? 'not a still' : 'not stills',
            self::Unreadable => 'unreadable',
            self::Failed => 'failed',
        };
    }
}
