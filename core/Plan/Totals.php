<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

/** The foot of a plan: what is on the card and what becomes of it, in frames, files and bytes. */
final readonly class Totals
{
    /** @param array<string, int> $kindsToBringIn kind => files to bring in */
    public function __construct(
        public int $frames,
        public int $files,
        public int $bytes,
        public int $framesHeld,
        public int $framesLeftOut,
        public int $framesUnreadable,
        public int $framesToBringIn,
        public int $filesToBringIn,
        public int $bytesToBringIn,
        public int $filesHeld,
        public int $filesLeftOut,
        public int $filesNotStills,
        public int $filesUnreadable,
        public array $kindsToBringIn,
    ) {
    }

    /** @param list<PlanLine> $lines */
    public static function of(array $lines): self
    {
        $files = $bytes = $frames = $kinds = [];
        foreach ($lines as $line) {
            $intent = $line->intent->value;
            $files[$intent] = ($files[$intent] ?? 0) + 1;
            $bytes[$intent] = ($bytes[$intent] ?? 0) + $line->file->bytes;
            if (Intent::BringIn === $line->intent) {
                $kinds[$line->file->kind->value] = ($kinds[$line->file->kind->value] ?? 0) + 1;
            }
            if (null !== $line->frame) {
                $frames[$line->frame->key()][$intent] = true;
            }
        }
        // A frame counts once, under the first of these that any of its files comes to.
        $counts = array_fill_keys([Intent::BringIn->value, Intent::Held->value, Intent::LeaveOut->value, Intent::Unreadable->value], 0);
        foreach ($frames as $intents) {
            foreach ($counts as $intent => $count) {
                if (isset($intents[$intent])) {
                    ++$counts[$intent];
                    break;
                }
            }
        }

        return new self(
            \count($frames),
            \count($lines),
            array_sum($bytes),
            $counts[Intent::Held->value],
            $counts[Intent::LeaveOut->value],
            $counts[Intent::Unreadable->value],
            $counts[Intent::BringIn->value],
            $files[Intent::BringIn->value] ?? 0,
            $bytes[Intent::BringIn->value] ?? 0,
            $files[Intent::Held->value] ?? 0,
            $files[Intent::LeaveOut->value] ?? 0,
            $files[Intent::NotAStill->value] ?? 0,
            $files[Intent::Unreadable->value] ?? 0,
            $kinds,
        );
    }
}
