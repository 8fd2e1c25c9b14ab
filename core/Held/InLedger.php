<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Held;

use VelvetLedger\Core\Shoot\AnHourApart;
use VelvetLedger\Core\Shoot\Body;
use VelvetLedger\Core\Shoot\TimedFrame;

/** Where the frames that a card's are compared with lie in the ledger, and what it has of the card's days. */
final readonly class InLedger
{
    /**
     * @param array<int, HeldFrame>     $frames by number
     * @param array<int, ExistingShoot> $shoots by number, of those frames and spans
     * @param list<HeldSpan>            $spans  of the days on the card
     */
    public function __construct(private array $frames = [], private array $shoots = [], private array $spans = [])
    {
    }

    public function frame(int $number): ?HeldFrame
    {
        return $this->frames[$number] ?? null;
    }

    /**
     * The shoot that frames belong to whose neighbours in time, of the same body, are in it; null where there are none, or they are not of one mind.
     *
     * @param list<TimedFrame>             $coming in order of capture
     * @param list<array{TimedFrame, int}> $held   frames of the same proposed shoot, and their numbers in the ledger
     */
    public function neighbours(array $coming, array $held): ?ExistingShoot
    {
        if ([] === $held && [] === $this->spans) {
            return null;
        }
        $onCard = $this->byBody($held);
        $found = null;
        foreach ($coming as $frame) {
            $shoot = self::nearestOnCard($frame, $onCard) ?? $this->nearestSpan($frame);
            if (null !== $shoot && null !== $found && $found !== $shoot) {
                return null;
            }
            $found = $shoot ?? $found;
        }

        $found ??= $this->ofTheirHours($coming);

        return null === $found ? null : $this->shoots[$found] ?? null;
    }

    /**
     * The shoot of other bodies that frames were taken in the hours of: where half of their time or more is in one's, and in no other's.
     *
     * @param list<TimedFrame> $coming in order of capture
     */
    private function ofTheirHours(array $coming): ?int
    {
        $hours = AnHourApart::hours($coming);
        if (null === $hours) {
            return null;
        }
        [$from, $to] = $hours;
        $within = [];
        foreach ($this->hoursOfShoots() as $shoot => [$first, $last]) {
            $common = min($to, $last) - max($from, $first);
            if ($common >= 0) {
                $within[$shoot] = 2 * $common >= $to - $from;
            }
        }

        return 1 === \count($within) && reset($within) ? array_key_first($within) : null;
    }

    /**
     * A shoot of other bodies whose first and last frames lie an hour from these, both.
     *
     * @param list<TimedFrame> $coming in order of capture
     *
     * @return array{ExistingShoot, int}|null and how many hours these are later
     */
    public function anHourFrom(array $coming): ?array
    {
        $hours = AnHourApart::hours($coming);
        foreach ($this->hoursOfShoots() as $shoot => $ofShoot) {
            $later = null === $hours ? null : AnHourApart::of($hours, $ofShoot);
            if (null !== $later && isset($this->shoots[$shoot])) {
                return [$this->shoots[$shoot], $later];
            }
        }

        return null;
    }

    /** @return array<int, array{int, int}> shoot => from when to when any body took frames of it, clock seconds */
    private function hoursOfShoots(): array
    {
        $hours = [];
        foreach ($this->spans as $span) {
            $hours[$span->shoot] = [min($span->from, $hours[$span->shoot][0] ?? $span->from), max($span->to, $hours[$span->shoot][1] ?? $span->to)];
        }

        return $hours;
    }

    /**
     * When each body took the frames that are held, and the shoots that these lie in: looked up once for all that come.
     *
     * @param list<array{TimedFrame, int}> $held
     *
     * @return array<array-key, list<array{int, int}>> body => clock seconds and shoot, in order of time
     */
    private function byBody(array $held): array
    {
        $found = [];
        foreach ($held as [$frame, $number]) {
            if (isset($this->frames[$number])) {
                $found[Body::of($frame->read->facts)?->name() ?? ''][] = [$frame->at->clockSeconds(), $this->frames[$number]->shoot];
            }
        }
        foreach (array_keys($found) as $body) {
            sort($found[$body]);
        }

        return $found;
    }

    /** @param array<array-key, list<array{int, int}>> $held as byBody() gives it */
    private static function nearestOnCard(TimedFrame $frame, array $held): ?int
    {
        $of = $held[Body::of($frame->read->facts)?->name() ?? ''] ?? [];
        $at = $frame->at->clockSeconds();
        [$low, $high] = [0, \count($of)];
        while ($low < $high) {
            $middle = intdiv($low + $high, 2);
            [$low, $high] = $of[$middle][0] < $at ? [$middle + 1, $high] : [$low, $middle];
        }
        [$before, $after] = [$of[$low - 1] ?? null, $of[$low] ?? null];

        return (null === $before || (null !== $after && $after[0] - $at < $at - $before[0]) ? $after : $before)[1] ?? null;
    }

    private function nearestSpan(TimedFrame $frame): ?int
    {
        $near = array_values(array_filter($this->spans, static fn (HeldSpan $span): bool => $span->isNear($frame)));
        usort($near, static fn (HeldSpan $a, HeldSpan $b): int => $a->apart($frame) <=> $b->apart($frame));

        return ($near[0] ?? null)?->shoot;
    }
}
