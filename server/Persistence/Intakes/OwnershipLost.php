<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Intakes;

/** Another run has taken the intake over: this one writes nothing more. */
final class OwnershipLost extends \RuntimeException
{
    public static function ofRun(int $intake, int $run): self
    {
        return new self("Run $run of receipt $intake was taken over.");
    }
}
