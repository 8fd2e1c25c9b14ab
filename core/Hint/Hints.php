<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Hint;

/** All hints on frames of a card, or of a shoot. What a bracket makes dark or bright on purpose is not held against its frames. */
final class Hints
{
    /**
     * @param list<Shot>                    $shots    in order of capture
     * @param array<array-key, Measurement> $measured by the shot's key, in the same order, for those measured so far
     *
     * @return array<array-key, list<FrameHint>> by the shot's key, only those that have any
     */
    public static function of(array $shots, array $measured): array
    {
        $sequences = SequenceHints::of($shots);
        $bracketed = array_filter($sequences, static fn (FrameHint $hint): bool => Hint::Bracket === $hint->hint);
        $hints = PixelHints::of(array_diff_key($measured, $bracketed));
        foreach ($sequences as $key => $hint) {
            $hints[$key][] = $hint;
        }

        return $hints;
    }
}
