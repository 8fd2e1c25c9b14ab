<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pace;

use Symfony\Component\Clock\ClockInterface;

/** A piece of time for work that goes on in pieces. */
final readonly class Slice
{
    private Stopwatch $since;

    public function __construct(ClockInterface $clock, private float $seconds)
    {
        $this->since = new Stopwatch($clock);
    }

    public function isOver(): bool
    {
        return $this->seconds < 0 || (is_finite($this->seconds) && $this->since->seconds() > $this->seconds);
    }
}
