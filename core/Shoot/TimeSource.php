<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Shoot;

/** Where the time comes from that a frame is planned by. */
enum TimeSource: string
{
    case Camera = 'camera';
    case Corrected = 'camera, clock corrected';
    case File = 'file';
    case Hand = 'by hand';
}
