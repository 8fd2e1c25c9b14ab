<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use VelvetLedger\Server\Persistence\Intakes\Intake;

/** What a process may have to itself: the first half of an advisory lock's key (PostgreSQL's manual, 13.3.5), the second being the number of what it is about. */
enum Lock: int
{
    /** By receipt. */
    case Intake = 7401;

    /** One file's bytes, by a digest of its quick print. */
    case Print = 7402;

    /** Owed and bad copies, by store. */
    case Copies = 7403;

    case Proving = 7404;

    /** By shoot. */
    case Stamps = 7405;

    case Conversion = 7406;

    /** Plans that become promises. */
    case Promises = 7407;

    /** Cards that are read in full, by card. */
    case Comparison = 7409;

    /** A first look, by a digest of the frames that are looked at. */
    case Sitting = 7411;

    /** A few pictures of a card that are copied to a folder, by a number of their own. */
    case Apart = 7410;

    /** Where frames are looked for: whoever brings it up to date. */
    case Index = 7412;

    /** The ledger's dump: whoever makes it, carries it and proves it. */
    case Dumps = 7413;

    /** Another ledger that is taken in. */
    case TakingIn = 7414;

    /** The tree of keywords. */
    case Vocabulary = 7408;
}
