<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pace;

use Symfony\Component\Clock\ClockInterface;

/** What is due now and then while work goes on: at once, and then once in so many seconds. */
final class Beat
{
    private ?Stopwatch $since = null;

    public function __construct(private readonly ClockInterface $clock, private readonly float $seconds)
    {
    }

    public function isDue(): bool
    {
        if (null !== $this->since && $this->since->seconds() <= $this->seconds) {
            return false;
        }
        $this->since = new Stopwatch($this->clock);

        return true;
    }
}
