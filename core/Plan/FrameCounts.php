<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

/** Frames by what becomes of them; each counts once, so that the parts are the whole. Clips are files, and no frames. */
final readonly class FrameCounts
{
    private function __construct(public int $all, public int $toBringIn, public int $held, public int $leftOut, public int $unreadable)
    {
    }

    /**
     * A frame counts under the first of these that any of its files comes to: brought in, held or promised, left out, unreadable.
     *
     * @param list<PlanLine> $lines
     */
    public static function of(array $lines): self
    {
        $frames = [];
        foreach ($lines as $line) {
            if (null !== $line->frame && !$line->frame->read->isClip()) {
                $rank = match ($line->intent) {
                    Intent::BringIn => 0,
                    Intent::Held, Intent::Promised => 1,
                    Intent::LeaveOut => 2,
                    Intent::Unreadable, Intent::NotAStill => 3,
                };
                $frames[$line->frame->key()] = min($rank, $frames[$line->frame->key()] ?? 3);
            }
        }
        $counts = array_count_values($frames);

        return new self(\count($frames), $counts[0] ?? 0, $counts[1] ?? 0, $counts[2] ?? 0, $counts[3] ?? 0);
    }
}
