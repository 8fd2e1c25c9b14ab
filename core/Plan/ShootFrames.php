<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Shoot\TimedFrame;

/** The frames of a planned shoot in order of capture: their keys, when they were taken with clocks put right ("2026-05-04T21:14:09"), and which of them come. */
final readonly class ShootFrames
{
    /**
     * @param non-empty-list<string> $keys
     * @param non-empty-list<string> $times
     * @param list<string>           $marked keys of those of which anything is brought in
     * @param list<string>           $along  keys of what comes along with them, and is no frame
     */
    private function __construct(public array $keys, public array $times, public array $marked, public array $along)
    {
    }

    /** @param list<PlanLine> $loose */
    public static function of(ShootDraft $draft, array $loose = []): self
    {
        $coming = array_fill_keys(array_map(static fn (TimedFrame $frame): string => $frame->key(), $draft->coming), true);

        return new self(
            array_map(static fn (TimedFrame $frame): string => $frame->key(), $draft->shoot->frames),
            array_map(static fn (TimedFrame $frame): string => $frame->at->local, $draft->shoot->frames),
            array_values(array_map(static fn (TimedFrame $frame): string => $frame->key(), array_filter($draft->shoot->frames, static fn (TimedFrame $frame): bool => isset($draft->joining[$frame->key()]) || isset($coming[$frame->key()])))),
            array_map(static fn (PlanLine $line): string => (string) $line->frame?->key(), $loose),
        );
    }

    public function first(): string
    {
        return $this->times[0];
    }

    public function last(): string
    {
        return $this->times[\count($this->times) - 1];
    }
}
