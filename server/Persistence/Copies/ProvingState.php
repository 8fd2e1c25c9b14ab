<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Copies;

/** How far a proving is. */
enum ProvingState: string
{
    case Waiting = 'waiting';
    case Running = 'running';
    case Stopped = 'stopped';
    case Done = 'done';

    /** In SQL, as isOpen() says. */
    public const IS_OPEN = "IN ('".self::Waiting->value."', '".self::Running->value."')";

    /** Whether somebody is at it, or is to be. */
    public function isOpen(): bool
    {
        return self::Waiting === $this || self::Running === $this;
    }
}
