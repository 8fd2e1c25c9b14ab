<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Shoot\Body;
use VelvetLedger\Core\Shoot\Clocks;
use VelvetLedger\Core\Shoot\TimedFrame;

/** The clock of one body on the card: how it is corrected, and what its first frame shows before and after. */
final readonly class BodyClock
{
    /**
     * @param string $first  key of its first frame
     * @param string $before local time, "2026-05-04T22:20:40"
     */
    private function __construct(
        public string $body,
        public int $frames,
        public int $seconds,
        public string $inWords,
        public string $because,
        public string $first,
        public string $before,
        public string $after,
    ) {
    }

    /**
     * @param list<TimedFrame> $frames in order of capture
     *
     * @return list<self> of the bodies that wrote them, the one with most frames first
     */
    public static function among(array $frames, Clocks $clocks): array
    {
        $bodies = $of = [];
        foreach ($frames as $frame) {
            $body = Body::of($frame->read->facts);
            if (null !== $body && null !== $frame->read->facts?->takenAt) {
                $bodies[$body->name()] = $body;
                $of[$body->name()][] = $frame;
            }
        }
        $found = [];
        foreach ($of as $name => $members) {
            $correction = $clocks->correctionOf($bodies[$name]);
            $first = $members[0];
            $found[] = new self($bodies[$name]->name(), \count($members), $correction->seconds ?? 0, $correction?->inWords() ?? 'as it is', $correction->because ?? '', $first->key(), $first->read->takenAt()->local, $first->at->local);
        }
        usort($found, static fn (self $a, self $b): int => $b->frames <=> $a->frames);

        return $found;
    }
}
