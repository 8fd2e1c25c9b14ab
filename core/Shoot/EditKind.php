<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Shoot;

/** What a hand does to proposed shoots. */
enum EditKind: string
{
    case Cut = 'cut';
    case Join = 'join';
    case Move = 'move';
}
