<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Naming;

/** Over what a sequence counts before it begins anew. */
enum Scope: string
{
    case Shoot = 'this shoot';
    case Day = 'this day';
    case RunningOn = 'running on';
}
