<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Intakes;

/** Another process works on the intake. */
final class RunsElsewhere extends \RuntimeException
{
    public static function intake(int $intake): self
    {
        return new self("Receipt $intake is being written by another process.");
    }
}
