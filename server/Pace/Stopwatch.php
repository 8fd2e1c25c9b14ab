<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pace;

use Symfony\Component\Clock\ClockInterface;

/** How long something has taken, in seconds. */
final readonly class Stopwatch
{
    private float $begun;

    public function __construct(private ClockInterface $clock)
    {
        $this->begun = $this->now();
    }

    public function seconds(): float
    {
        return $this->now() - $this->begun;
    }

    private function now(): float
    {
        return (float) $this->clock->now()->format('U.u');
    }
}
