<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Placing;

/** What may be done with where shoots lie. */
enum Verb: string
{
    /** To where finished work ends, and what mirrors that. */
    case File = 'file';

    /** Away from a store, for proven copies lie elsewhere. */
    case Leave = 'leave';

    /** To a store where it is worked on, and at home there when all of it is. */
    case Bring = 'bring';

    /** Second copies that waited are made, as the order has them. */
    case Mirror = 'mirror';

    /** And of what was dropped, too. */
    case MirrorAll = 'mirror all';

    case Finish = 'finish';
    case GoOn = 'go on';
}
