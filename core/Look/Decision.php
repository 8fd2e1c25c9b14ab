<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Look;

/** What is to become of a frame. */
enum Decision: string
{
    case Keep = 'keep';
    case Drop = 'drop';
    case Unsure = 'unsure';
}
