<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Copies;

use VelvetLedger\Server\Persistence\Shoots\Making;

/** What is to be done to a copy. Making one, or writing a stamp into it, is told by its own row: its state is "owed". */
enum StepKind: string
{
    /** To bring it to the name and folder that its frame has by now. */
    case Move = 'move';

    /** To make it anew from a good one, and keep aside what lies there. */
    case Mend = 'mend';

    /** To take it away, for its frame was let go for good. */
    case Remove = 'remove';

    /** To take it away, for as many proven copies as are asked for lie elsewhere. */
    case Leave = 'leave';
}
