<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Hint;

use VelvetLedger\Core\Card\ReadFrame;

/** Hints from capture facts alone: frames that were taken as one burst, or as one exposure bracket. */
final class SequenceHints
{
    private const BURST_PAUSE = 0.6;
    private const BURST_LEAST = 3;
    private const BRACKET_SPAN = 4.0;
    private const BRACKET_MOST = 9;

    /**
     * @param list<ReadFrame> $frames in order of capture
     *
     * @return array<string, FrameHint> frame key => hint
     */
    public static function of(array $frames): array
    {
        $bodies = [];
        foreach ($frames as $frame) {
            if (!$frame->isDatedByFile()) {
                $bodies[$frame->facts?->gear->model.'|'.$frame->facts?->gear->serial][] = $frame;
            }
        }
        $hints = [];
        foreach ($bodies as $ofOneBody) {
            foreach (self::runs($ofOneBody) as $run) {
                $hint = self::isBracket($run) ? Hint::Bracket : Hint::Burst;
                foreach ($run as $i => $frame) {
                    $hints[$frame->frame->key] = new FrameHint($hint, $i + 1, \count($run));
                }
            }
        }

        return $hints;
    }

    /**
     * @param list<ReadFrame> $frames
     *
     * @return list<non-empty-list<ReadFrame>> runs without a longer pause, of three frames or more
     */
    private static function runs(array $frames): array
    {
        $runs = [];
        $run = [];
        foreach ($frames as $frame) {
            if ([] !== $run && self::seconds($frame) - self::seconds($run[\count($run) - 1]) > self::BURST_PAUSE) {
                $runs[] = $run;
                $run = [];
            }
            $run[] = $frame;
        }
        $runs[] = $run;

        return array_values(array_filter($runs, static fn (array $one): bool => \count($one) >= self::BURST_LEAST));
    }

    /** @param non-empty-list<ReadFrame> $run */
    private static function isBracket(array $run): bool
    {
        $biases = array_map(static fn (ReadFrame $frame): string => \sprintf('%.2f', $frame->facts->exposure->biasEv ?? 0.0), $run);

        return \count($run) <= self::BRACKET_MOST
            && \count(array_unique($biases)) === \count($run)
            && self::seconds($run[\count($run) - 1]) - self::seconds($run[0]) <= self::BRACKET_SPAN;
    }

    private static function seconds(ReadFrame $frame): float
    {
        $at = $frame->takenAt();

        return (new \DateTimeImmutable($at->local, new \DateTimeZone('UTC')))->getTimestamp() + (float) ('0.'.($at->subsecond ?? '0'));
    }
}
