<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Intakes;

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

    /** In SQL: somebody is to work on it, or does. */
    public const IS_IN_HAND = "IN ('".self::Waiting->value."', '".self::Running->value."')";

    /** In SQL, as isUnderWay() says. */
    public const IS_UNDER_WAY = "IN ('".self::Waiting->value."', '".self::Running->value."', '".self::Paused->value."')";

    /** Whether what it promised is still to come. */
    public function isUnderWay(): bool
    {
        return self::Waiting === $this || self::Running === $this || self::Paused === $this;
    }
}
