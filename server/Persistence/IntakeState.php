<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

/** Where an intake stands. */
enum IntakeState: string
{
    case Waiting = 'waiting';
    case Running = 'running';
    case Stopped = 'stopped';
    case Done = 'done';

    public function isUnderWay(): bool
    {
        return self::Waiting === $this || self::Running === $this;
    }
}
