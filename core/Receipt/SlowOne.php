<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Receipt;

use VelvetLedger\Core\Words\Size;

/** Which of card, reader and drives an intake waited for, by the time that it did. */
final readonly class SlowOne
{
    /** Below so many seconds nobody asks. */
    private const SHORT = 5.0;

    /** Part of the time from which one of them is to blame. */
    private const PART = 0.4;

    /** Megabits a second of a port that is slower than the cards of today (USB 2.0, 5.3.2: 480). */
    private const SLOW_PORT = 480;

    /**
     * @param float                      $seconds of all runs
     * @param int                        $bytes   that came from the card
     * @param float                      $card    seconds waited for it
     * @param float                      $stamps  the same for stamping
     * @param list<array{string, float}> $stores  the same, with the name of each; one may be named for every run
     * @param int|null                   $port    megabits a second of the port that the reader is at, where that is known
     */
    public function __construct(private float $seconds, private int $bytes, private float $card, private float $stamps, private array $stores, private ?int $port = null)
    {
    }

    /** "The card was the slow one: of 5 min 30 s, 4 min 10 s were waited for it, 40 s for Anvil, 21 s for Bellows." '' for a short run. */
    public function sentence(): string
    {
        if ($this->seconds < self::SHORT) {
            return '';
        }
        $isPort = null !== $this->port && $this->port <= self::SLOW_PORT;
        $waited = [[$isPort ? 'its reader' : 'the card', $this->card], ['the stamps', $this->stamps], ...$this->byStore()];
        usort($waited, static fn (array $one, array $other): int => $other[1] <=> $one[1]);
        [$first, $most] = $waited[0];
        $others = array_map(static fn (array $one): string => self::time($one[1]).' for '.$one[0], array_values(array_filter(\array_slice($waited, 1), static fn (array $one): bool => $one[1] >= 1)));
        $rest = [] === $others ? '' : ', '.implode(', ', $others);
        if ($most < self::PART * $this->seconds) {
            return \sprintf('Neither card nor drives were waited for long: of %s, %s for %s%s.', self::time($this->seconds), self::time($most), $first, $rest);
        }
        $at = $isPort && 'its reader' === $first ? \sprintf(', at a port of %d Mbit/s, which gave %s a second', $this->port, Size::of((int) ($this->bytes / max(0.001, $this->card)))) : '';

        return \sprintf('%s %s the slow one%s: of %s, %s were waited for %s%s.', ucfirst($first), 'the stamps' === $first ? 'were' : 'was', $at, self::time($this->seconds), self::time($most), 'the stamps' === $first ? 'them' : 'it', $rest);
    }

    /** @return list<array{string, float}> each once */
    private function byStore(): array
    {
        $found = [];
        foreach ($this->stores as [$name, $time]) {
            $found['of '.$name] = [$name, ($found['of '.$name][1] ?? 0.0) + $time];
        }

        return array_values($found);
    }

    private static function time(float $seconds): string
    {
        $whole = (int) round($seconds);

        return match (true) {
            $whole < 60 => max(1, $whole).' s',
            0 === $whole % 60 => intdiv($whole, 60).' min',
            default => intdiv($whole, 60).' min '.($whole % 60).' s',
        };
    }
}
