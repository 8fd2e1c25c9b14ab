<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

/** What a plan means to do with one file of the card. */
enum Intent: string
{
    case BringIn = 'bring in';
    case LeaveOut = 'left out';
    case Held = 'held';
    case Promised = 'promised';
    case NotAStill = 'not a still';
    case Unreadable = 'unreadable';
}
