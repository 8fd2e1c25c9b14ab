<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Find;

/** What frames are told apart by when they are looked for. A frame may have several values of one, or none, which is the value ''. */
enum FindFacet: string
{
    /** Every frame that can be found; one value, ''. */
    case All = 'all';

    /** By number. */
    case Shoot = 'shoot';

    /** "2026-05-04". */
    case Day = 'day';

    /** "2026-05". */
    case Month = 'month';

    /** A word of what is said of a frame or its shoot, folded to lower case without accents. */
    case Word = 'word';

    case Keyword = 'keyword';
    case Job = 'job';
    case Event = 'event';
    case Place = 'place';
    case Work = 'work';
    case Body = 'body';
    case Lens = 'lens';
    case Iso = 'iso';

    /** The f-number. */
    case Aperture = 'aperture';

    /** In seconds. */
    case Shutter = 'shutter';

    /** In millimetres. */
    case Focal = 'focal';
    case Stars = 'stars';
    case Label = 'label';
    case Judged = 'judged';
    case Kind = 'kind';
    case Orientation = 'orientation';
    case Hint = 'hint';
    case Copies = 'copies';

    /** The stores that have a proven copy of each of its files, by number. */
    case Store = 'store';

    /** The month of the oldest proof of a copy, "2026-05". */
    case Proof = 'proof';
    case Album = 'album';
    case Card = 'card';
    case Intake = 'intake';

    /** Those that stand beside the pictures, in this order. */
    public const SHOWN = [
        self::Judged, self::Stars, self::Label, self::Keyword, self::Event, self::Place, self::Job, self::Work, self::Album, self::Kind, self::Orientation, self::Body, self::Lens,
        self::Iso, self::Aperture, self::Shutter, self::Focal, self::Hint, self::Copies, self::Store, self::Proof, self::Card, self::Intake, self::Month,
    ];

    /** Whether its values count up: listed from the lowest, and not by how many frames have them. */
    public function isMeasure(): bool
    {
        return \in_array($this, [self::Iso, self::Aperture, self::Shutter, self::Focal], true);
    }

    /** Whether its values are points in time or numbers that were given in time, of which the latest come first. */
    public function isOfTime(): bool
    {
        return \in_array($this, [self::Month, self::Proof, self::Intake], true);
    }
}
