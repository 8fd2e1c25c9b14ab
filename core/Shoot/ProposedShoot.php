<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Shoot;

/** Frames that belong together, in the order they were taken. */
final readonly class ProposedShoot
{
    /**
     * @param string                     $id     the key of the frame that it began at when it was made
     * @param string                     $date   "2026-05-04", of the day that it began
     * @param non-empty-list<TimedFrame> $frames
     */
    public function __construct(public string $id, public string $date, public array $frames)
    {
    }

    /** @return array<string, true> */
    public function keys(): array
    {
        return array_fill_keys(array_map(static fn (TimedFrame $frame): string => $frame->key(), $this->frames), true);
    }
}
