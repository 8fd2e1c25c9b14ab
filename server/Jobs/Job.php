<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Jobs;

/** A job that this worker holds: an intake to be run. */
final readonly class Job
{
    public function __construct(public int $id, public int $intakeId, public int $attempts)
    {
    }
}
