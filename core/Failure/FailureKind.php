<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Failure;

/** What sort of thing could not be done, for whoever passes it on: a page, a command, a receipt. */
enum FailureKind
{
    /** What was asked for makes no sense; asking otherwise would. */
    case Asked;

    /** What was asked for is not there. */
    case NotThere;

    /** A file's bytes, or the drive under them, do not give what is needed. */
    case Unreadable;

    /** It cannot be done as things stand; it can be when they are put right. */
    case NotNow;

    /** This ledger is not set up as it must be. */
    case SetUp;
}
