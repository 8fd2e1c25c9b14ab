<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Order;

/** How selects come to lie in a subfolder. */
enum SelectsHow: string
{
    /** They are there, at every store. */
    case Moved = 'moved';

    /** The main store has them there once more, to be edited from. */
    case Copied = 'copied';

    /** The same, as another name of one file, where the file system can; else copied. */
    case Linked = 'hard-linked';
}
