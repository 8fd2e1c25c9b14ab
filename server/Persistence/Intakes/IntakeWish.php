<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Intakes;

/** What a photographer wishes of an intake that is under way. */
enum IntakeWish: string
{
    case Pause = 'pause';
    case Stop = 'stop';
    case TakeBack = 'take back';
}
