<?php

declare(strict_types=1);

namespace VelvetLedger\Demo;

/** What went wrong with a frame; the truth that hints are held against. */
enum Fault: string
{
    case None = 'none';
    case LensCap = 'black';
    case Blown = 'blown';
    case Shaken = 'soft';
}
