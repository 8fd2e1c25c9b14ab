<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** The kinds of work that write files at stores; each is told apart in the names of its temporary files. */
enum Task: string
{
    /** An intake's run, by its receipt. */
    case BringIn = 'i';

    /** Copies that a store is owed, or that are mended there, by the store. */
    case MakeCopies = 'o';

    /** The stamps of a shoot, by the shoot. */
    case Stamp = 's';

    /** One raw's DNG, by the conversion. */
    case Convert = 'c';

    /** A few pictures of a card, to a folder of the photographer's. */
    case CopyApart = 'l';
}
