<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

/** Where an intake stands. */
enum IntakeState: string
{
    case Waiting = 'waiting';
    case Running = 'running';

    /** By the photographer's wish, to be gone on with. */
    case Paused = 'paused';
    case Stopped = 'stopped';
    case Done = 'done';
    /** By the photographer's wish, before anything of it was copied. */
    case TakenBack = 'taken back';

    /** Whether what it promised is still to come. */
    public function isUnderWay(): bool
    {
        return self::Waiting === $this || self::Running === $this || self::Paused === $this;
    }
}
