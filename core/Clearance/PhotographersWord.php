<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Clearance;

/** What the photographer said of a file on a card, or an order in his place. */
enum PhotographersWord
{
    case Nothing;

    /** It was left out when the rest came in. */
    case LeftOut;

    /** It may go with its card, though it is nowhere else. */
    case Nodded;

    /** A frame of its bytes was held, and was let go for good. */
    case LetGo;
}
