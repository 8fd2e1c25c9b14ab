<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Hint;

/** Hints from capture facts alone: frames that were taken as one burst, or as one exposure bracket. */
final class SequenceHints
{
    private const BURST_PAUSE = 0.6;
    private const BURST_LEAST = 3;
    private const BRACKET_SPAN = 4.0;
    private const BRACKET_MOST = 9;

    /**
     * @param list<Shot> $shots in order of capture
     *
     * @return array<array-key, FrameHint> by the shot's key
     */
    public static function of(array $shots): array
    {
        $bodies = [];
        foreach ($shots as $shot) {
            if ($shot->isDated) {
                $bodies[$shot->body][] = $shot;
            }
        }
        $hints = [];
        foreach ($bodies as $ofOneBody) {
            foreach (self::runs($ofOneBody) as $run) {
                $hint = self::isBracket($run) ? Hint::Bracket : Hint::Burst;
                foreach ($run as $i => $shot) {
                    $hints[$shot->key] = new FrameHint($hint, $i + 1, \count($run));
                }
            }
        }

        return $hints;
    }

    /**
     * @param list<Shot> $shots
     *
     * @return list<non-empty-list<Shot>> runs without a longer pause, of three shots or more
     */
    private static function runs(array $shots): array
    {
        $runs = [];
        $run = [];
        foreach ($shots as $shot) {
            if ([] !== $run && $shot->seconds - $run[\count($run) - 1]->seconds > self::BURST_PAUSE) {
                $runs[] = $run;
                $run = [];
            }
            $run[] = $shot;
        }
        $runs[] = $run;

        return array_values(array_filter($runs, static fn (array $one): bool => \count($one) >= self::BURST_LEAST));
    }

    /** @param non-empty-list<Shot> $run */
    private static function isBracket(array $run): bool
    {
        $biases = array_map(static fn (Shot $shot): string => \sprintf('%.2f', $shot->biasEv), $run);

        return \count($run) <= self::BRACKET_MOST
            && \count(array_unique($biases)) === \count($run)
            && $run[\count($run) - 1]->seconds - $run[0]->seconds <= self::BRACKET_SPAN;
    }
}
