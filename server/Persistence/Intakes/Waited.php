<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Intakes;

/** For whom a run of an intake waited so far, see Timings. */
final readonly class Waited
{
    /** @param array<int, float> $by as Timings::seconds() has them */
    public function __construct(public float $seconds, public int $bytes, public array $by)
    {
    }
}
