<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pace;

use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Clock\MonotonicClock;

/** How long work goes on before others have their turn, and how often it says how far it is: by a clock that nobody sets, so that a corrected time of day neither ends nor prolongs a slice. */
final readonly class Pace
{
    public function __construct(private ClockInterface $clock = new MonotonicClock())
    {
    }

    /** @param float $seconds INF for as long as it takes, below 0 for none */
    public function slice(float $seconds): Slice
    {
        return new Slice($this->clock, $seconds);
    }

    /** @param float $seconds between two */
    public function beat(float $seconds): Beat
    {
        return new Beat($this->clock, $seconds);
    }

    public function stopwatch(): Stopwatch
    {
        return new Stopwatch($this->clock);
    }
}
