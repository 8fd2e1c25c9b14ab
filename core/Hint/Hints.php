<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Hint;

use VelvetLedger\Core\Card\ReadFrame;

/** All hints on a card's frames. What a bracket makes dark or bright on purpose is not held against its frames. */
final class Hints
{
    /**
     * @param list<ReadFrame>            $frames   in order of capture
     * @param array<string, Measurement> $measured frame key => measurement, in the same order, for those measured so far
     *
     * @return array<string, list<FrameHint>> frame key => hints, only frames that have any
     */
    public static function of(array $frames, array $measured): array
    {
        $sequences = SequenceHints::of($frames);
        $bracketed = array_filter($sequences, static fn (FrameHint $hint): bool => Hint::Bracket === $hint->hint);
        $hints = PixelHints::of(array_diff_key($measured, $bracketed));
        foreach ($sequences as $key => $hint) {
            $hints[$key][] = $hint;
        }

        return $hints;
    }
}
