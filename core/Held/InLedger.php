<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Held;

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

        return null === $found ? null : $this->shoots[$found] ?? null;
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
