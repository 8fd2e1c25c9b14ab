<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Held\Holdings;
use VelvetLedger\Core\Order\Companions;
use VelvetLedger\Core\Shoot\TimedFrame;

/** Says of each file of a shoot's frames why it stays on the card, or that it comes; before anything is named, for only what comes is numbered. */
final readonly class FrameIntents
{
    public function __construct(private Wishes $wishes, private Holdings $holdings, private Companions $bring, private bool $shootIsLeftOut)
    {
    }

    /** @return array<string, PlanLine> id of a file => its line, for the files that stay */
    public function staying(TimedFrame $timed): array
    {
        $lines = [];
        foreach ($timed->read->frame->files as $file) {
            $line = $this->lineOf($file, $timed);
            if (null !== $line) {
                $lines[$file->id] = $line;
            }
        }

        return $lines;
    }

    private function lineOf(CardFile $file, TimedFrame $timed): ?PlanLine
    {
        $reason = $timed->read->unreadable[$file->path] ?? null;
        $frame = $timed->read->frame;
        $joins = $this->holdings->partlyHeldAs($frame);
        $marked = $this->wishes->bringsAgain($timed->key());
        $asked = $marked && null === $joins; // of a frame that is held in part only the rest comes
        $before = $marked ? null : $this->holdings->leftOutBefore($file, $frame);
        $held = $asked ? null : $this->holdings->heldAs($file);
        $promise = $asked ? null : $this->holdings->promisedBy($file);
        $letGo = $marked ? null : $this->holdings->letGoAs($file);
        $again = $asked ? null : $this->holdings->againAs($file);
        $unwanted = $this->bring->reasonToLeave($file, $timed->read->frame, $timed->read->unreadable, $this->holdings->companionKind($frame));

        return match (true) {
            null !== $reason => PlanLine::unreadable($file, $timed, $reason),
            $this->shootIsLeftOut => PlanLine::leaveOut($file, $timed, 'left out with its shoot by you'),
            $this->wishes->leavesOut($timed->key()) => PlanLine::leaveOut($file, $timed),
            null !== $held => PlanLine::held($file, $timed, $held),
            null !== $promise => PlanLine::promised($file, $timed, $promise),
            null !== $letGo => PlanLine::leaveOut($file, $timed, $letGo->inWords()),
            null !== $again => PlanLine::leaveOut($file, $timed, $again->inWords()),
            null !== $before => PlanLine::leftByOrder($file, $timed, "left out by the order of receipt $before"),
            null !== $unwanted && !($marked && null !== $joins) => PlanLine::leftByOrder($file, $timed, $unwanted),
            null !== $joins && !$file->kind->isStill() && \in_array('.'.strtolower($frame->extensionOf($file)), $joins->endings, true) => PlanLine::leaveOut($file, $timed, 'its frame is held with another '.$file->kind->value),
            default => null,
        };
    }
}
