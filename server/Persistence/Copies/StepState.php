<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Copies;

/** How far a step is. */
enum StepState: string
{
    /** It is owed: tried when its store is there, and again, until it is done. */
    case Waiting = 'waiting';
    case Done = 'done';

    /** It is not tried again unless it is asked for again. */
    case Failed = 'failed';

    /** Another step came in its place, or what it was for is no more. */
    case CalledOff = 'called off';

    /** In SQL: still to be done. */
    public const IS_OWED = "= '".self::Waiting->value."'";
}
