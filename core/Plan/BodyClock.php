<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Shoot\Body;
use VelvetLedger\Core\Shoot\ClockCorrection;
use VelvetLedger\Core\Shoot\Clocks;
use VelvetLedger\Core\Shoot\ClockSpan;
use VelvetLedger\Core\Shoot\TimedFrame;

/** The clock of one body on the card, or of some of its frames: how it is corrected, and what the first of them shows before and after. */
final readonly class BodyClock
{
    public string $inWords;

    /**
     * @param list<string>|null $span   keys of its frames, where they are not all of the body's that nothing else is said of
     * @param string            $first  key of the first of them
     * @param string            $before local time, "2026-05-04T22:20:40"
     */
    private function __construct(
        public string $body,
        public ?array $span,
        public int $frames,
        public int $seconds,
        public string $because,
        public string $first,
        public string $before,
        public string $after,
    ) {
        $this->inWords = ClockCorrection::by($seconds)->inWords();
    }

    /**
     * @param list<TimedFrame> $frames in order of capture
     *
     * @return list<self> of the bodies that wrote them, the one with most frames first, and after each its spans: those that something was said of, and those in which its clock was reset, by the look of it
     */
    public static function among(array $frames, Clocks $clocks): array
    {
        $bodies = $of = [];
        foreach ($frames as $frame) {
            $body = Body::of($frame->read->facts);
            if (null !== $body && null !== $frame->read->facts?->takenAt) {
                $bodies[$body->name()] = $body;
                $of[$body->name()][$frame->key()] = $frame;
            }
        }
        uasort($of, static fn (array $a, array $b): int => \count($b) <=> \count($a));
        $found = [];
        foreach ($of as $name => $members) {
            array_push($found, ...self::ofBody($bodies[$name], $members, $clocks));
        }

        return $found;
    }

    /**
     * @param non-empty-array<array-key, TimedFrame> $members by key, in order of capture
     *
     * @return list<self>
     */
    private static function ofBody(Body $body, array $members, Clocks $clocks): array
    {
        $rest = $members;
        $spans = [];
        foreach (array_reverse($clocks->spans) as $span) {
            $within = array_intersect_key($rest, $span->frames);
            $rest = array_diff_key($rest, $within);
            [] === $within ? null : $spans[] = self::made($body, array_map(strval(...), array_keys($span->frames)), $within, $span->correction);
        }
        foreach (null === $clocks->correctionOf($body) ? ClockSpan::resets(array_values(array_map(static fn (TimedFrame $frame): ReadFrame => $frame->read, $rest))) : [] as $keys) {
            $within = array_intersect_key($rest, array_fill_keys($keys, true));
            $rest = array_diff_key($rest, $within);
            [] === $within ? null : $spans[] = self::made($body, $keys, $within, null);
        }
        usort($spans, static fn (self $a, self $b): int => $a->before <=> $b->before);

        return [...[] === $rest ? [] : [self::made($body, null, $rest, $clocks->correctionOf($body))], ...$spans];
    }

    /**
     * @param list<string>|null                      $span
     * @param non-empty-array<array-key, TimedFrame> $frames
     */
    private static function made(Body $body, ?array $span, array $frames, ?ClockCorrection $correction): self
    {
        $first = $frames[array_key_first($frames)];

        return new self($body->name(), $span, \count($frames), $correction->seconds ?? 0, $correction->because ?? '', $first->key(), $first->read->takenAt()->local, $first->at->local);
    }
}
