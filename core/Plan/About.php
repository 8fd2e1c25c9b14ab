<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

/** What a problem of a plan is about. */
enum About: string
{
    case Name = 'a changed name';
    case Collision = 'a collision';
    case Gap = 'a gap';
    case Time = 'a time';
    case Stray = 'a stray';
    case Damage = 'damage';
    case Held = 'what is held';
    case Joined = 'a shoot that is joined';
    case Companions = 'companions that stay';
}
