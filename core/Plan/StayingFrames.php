<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Held\Holdings;
use VelvetLedger\Core\Shoot\TimedFrame;

/** Tells which frames of a shoot stay on the card as a whole: left out, held already, or the twin of another here. */
final readonly class StayingFrames
{
    public function __construct(private Wishes $wishes, private Holdings $holdings, private bool $shootIsLeftOut)
    {
    }

    /**
     * The lines of a frame none of whose files is brought in; null where some are.
     *
     * @return non-empty-list<PlanLine>|null
     */
    public function linesOf(TimedFrame $timed): ?array
    {
        $frame = $timed->read->frame;
        $out = $this->shootIsLeftOut || $this->wishes->leavesOut($frame->key);
        if (!$out && ($this->wishes->bringsAgain($frame->key) || !$this->holdings->isUnmarked($frame))) {
            return null;
        }
        $twin = $this->holdings->twinOf($frame);
        $heldWhole = null !== $this->holdings->frameHeldAs($frame);

        return array_map(function (CardFile $file) use ($timed, $out, $twin, $heldWhole): PlanLine {
            $reason = $timed->read->unreadable[$file->path] ?? null;
            $held = $this->holdings->heldAs($file);

            return match (true) {
                null !== $reason => PlanLine::unreadable($file, $timed, $reason),
                $this->shootIsLeftOut => PlanLine::leaveOut($file, $timed, 'left out with its shoot by you'),
                $out => PlanLine::leaveOut($file, $timed),
                $heldWhole && null !== $held => PlanLine::held($file, $timed, $held),
                default => PlanLine::leaveOut($file, $timed, 'the same frame as '.($twin->where ?? 'another')),
            };
        }, $frame->files);
    }
}
