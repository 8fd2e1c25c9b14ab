<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Hint;

/** What may be wrong with a frame, or which frames it belongs with. Hints point; they never decide. */
enum Hint: string
{
    /** At least 99 of 100 pixels black and hardly one above 32: a lens cap, a bag. Common practice, no published source. */
    case Black = 'black';

    /** At least 60 of 100 pixels clipped. Common practice, no published source. */
    case Blown = 'blown';

    /** At least 90 of 100 pixels black, and not all: a frame far under, or a lamp in the night. Common practice, no published source. */
    case Under = 'under';

    /** Focus below 0.3 of the median of its neighbours in time that have structure too: shaken, or out of focus. It may be meant. Common practice, no published source. */
    case Soft = 'soft';

    /** A stop and a half and more lighter or darker than its neighbours, which agree within one. Common practice, no published source. */
    case Apart = 'exposed apart';

    /** One of at least three frames of one body with pauses of at most 0.6 s. Common practice, no published source. */
    case Burst = 'burst';

    /** One of three to nine frames of one body within 4 s whose exposure biases all differ. Common practice, no published source. */
    case Bracket = 'bracket';
}
