<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Look;

/** Why frames belong together. */
enum GroupKind: string
{
    case Burst = 'burst';
    case Bracket = 'bracket';
    case Alike = 'alike';

    /** The photographer put them together. */
    case ByHand = 'by hand';
}
