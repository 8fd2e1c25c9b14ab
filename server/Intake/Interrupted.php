<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

/** Whoever runs an intake was told to end: what is copied and proven stays, the rest waits. */
final class Interrupted extends \RuntimeException
{
    public static function bySignal(int $signal): self
    {
        return new self("Ended by signal $signal.", $signal);
    }
}
