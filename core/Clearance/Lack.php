<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Clearance;

/** What one file lacks before its card may be formatted, the gravest first; and what would mend it. */
enum Lack: string
{
    case Unlisted = 'could not be listed to its end';
    case Unreadable = 'cannot be read';
    case Believed = 'came from its twin, and is only believed to be the same';
    case NotHeld = 'is nowhere but on this card';
    case Gone = 'is in the ledger, but its copies are gone';
    case TooFewCopies = 'has too few proven copies';
    case OneDevice = 'has its copies on one device';
    case DevicesUnknown = 'has its copies on devices unknown';
    case NotSeen = 'has copies that were not seen just now, for their drives are away';
    case NotCompared = 'seems to be held, and must be read in full to be sure';
    case EndsUnread = 'is known by its name, size and time, and its ends are being read again';
    case NotConverted = 'is still to be converted';
    case LeftOut = 'was left out and is nowhere else';
    case Hidden = 'is a hidden or deleted picture that is nowhere else';
    case NotKnown = 'is of no kind that is known here, and nowhere else';
    case ClipStays = 'is a clip or sound that is nowhere but on this card';

    public function remedy(): Remedy
    {
        return match ($this) {
            self::Unlisted, self::NotConverted, self::DevicesUnknown, self::EndsUnread, self::NotSeen => Remedy::None,
            self::Unreadable, self::Believed => Remedy::NodAlone,
            self::NotHeld, self::ClipStays => Remedy::BringIn,
            self::LeftOut, self::Hidden, self::NotKnown => Remedy::Nod,
            self::Gone => Remedy::Prove,
            self::TooFewCopies, self::OneDevice => Remedy::MakeCopies,
            self::NotCompared => Remedy::Compare,
        };
    }
}
