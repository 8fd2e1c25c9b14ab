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
        $found = null;
        foreach ($coming as $frame) {
            $shoot = $this->nearestOnCard($frame, $held) ?? $this->nearestSpan($frame);
            if (null !== $shoot && null !== $found && $found !== $shoot) {
                return null;
            }
            $found = $shoot ?? $found;
        }

        return null === $found ? null : $this->shoots[$found] ?? null;
    }

    /** @param list<array{TimedFrame, int}> $held */
    private function nearestOnCard(TimedFrame $frame, array $held): ?int
    {
        $body = Body::of($frame->read->facts)?->name();
        $nearest = null;
        $least = \PHP_INT_MAX;
        foreach ($held as [$other, $number]) {
            $apart = abs($other->at->clockSeconds() - $frame->at->clockSeconds());
            if ($apart < $least && $body === Body::of($other->read->facts)?->name() && isset($this->frames[$number])) {
                $least = $apart;
                $nearest = $this->frames[$number]->shoot;
            }
        }

        return $nearest;
    }

    private function nearestSpan(TimedFrame $frame): ?int
    {
        $near = array_values(array_filter($this->spans, static fn (HeldSpan $span): bool => $span->isNear($frame)));
        usort($near, static fn (HeldSpan $a, HeldSpan $b): int => $a->apart($frame) <=> $b->apart($frame));

        return ($near[0] ?? null)?->shoot;
    }
}
