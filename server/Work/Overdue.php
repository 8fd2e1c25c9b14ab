<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Clock\ClockInterface;
use VelvetLedger\Server\Pace\Stopwatch;

/** What there is to do, as it was when it was last looked at: it is asked for where it is new or more, and again where it did not get less for a while. */
final class Overdue
{
    /** @var array<array-key, array{Stopwatch, int}> what => since it was last asked for or got less, and how much it was */
    private array $seen = [];

    public function __construct(private readonly ClockInterface $clock)
    {
    }

    /**
     * @param int   $much    of it is to be done
     * @param float $seconds after which it is asked for again
     * @param bool  $atOnce  whether it is asked for when it is first seen
     */
    public function isToBeAsked(string $what, int $much, float $seconds, bool $atOnce = true): bool
    {
        if (0 === $much) {
            $this->forget($what);

            return false;
        }
        $now = new Stopwatch($this->clock);
        [$since, $before] = $this->seen[$what] ?? [$now, null];
        $isToBe = match (true) {
            null === $before => $atOnce,
            $much === $before => $since->seconds() > $seconds,
            default => $much > $before,
        };
        $this->seen[$what] = $isToBe || $much !== $before ? [$now, $much] : [$since, $much];

        return $isToBe;
    }

    public function forget(string $what): void
    {
        unset($this->seen[$what]);
    }
}
