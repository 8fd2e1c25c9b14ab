<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Look;

/** What an act of a sitting is. */
enum ActKind: string
{
    case Judge = 'judge';
    case TakeBack = 'take back';
    case BringAgain = 'bring again';
}
