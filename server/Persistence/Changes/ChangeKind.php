<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Changes;

/** What a change was about, and so how it is taken back. */
enum ChangeKind: string
{
    /** What frames say. */
    case Stamps = 'stamps';

    /** What frames are called, and where they lie. */
    case Names = 'names';
}
