<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

/** What a problem of a plan is about. */
enum About: string
{
    case Name = 'a changed name';
    case Digits = 'more digits';
    case LongPath = 'a long path';
    case Collision = 'a collision';
    case Gap = 'a gap';
    case Time = 'a time';
    case Stray = 'a stray';
    case Midnight = 'a night over midnight';
    case Damage = 'damage';
    case CutOff = 'a picture that is cut off';
    case Held = 'what is held';
    case Joined = 'a shoot that is joined';
    case Part = 'frames held in part';
    case Companions = 'companions that stay';
}
