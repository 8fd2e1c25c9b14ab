<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Shoot;

use VelvetLedger\Core\Card\ReadFrame;

/**
 * The order in which frames were taken: by time with its fraction; frames of the same moment by path, digits in
 * it counted as numbers. Where every frame says its offset from UTC, moments are compared, so that the hour that
 * comes twice in autumn keeps its order; else what the clocks showed.
 */
final class CaptureOrder
{
    /**
     * @param list<TimedFrame> $frames
     *
     * @return list<TimedFrame>
     */
    public static function sort(array $frames): array
    {
        $seconds = self::seconds($frames);
        $fractions = array_map(static fn (TimedFrame $frame): float => (float) ('0.'.($frame->at->subsecond ?? '0')), $frames);
        $paths = array_map(static fn (TimedFrame $frame): string => $frame->read->frame->lead()->path, $frames);
        $places = array_keys($frames);
        array_multisort($seconds, \SORT_NUMERIC, $fractions, \SORT_NUMERIC, $paths, \SORT_NATURAL, $places);

        return array_map(static fn (int $place): TimedFrame => $frames[$place], $places);
    }

    /**
     * By what the cameras wrote, nothing corrected.
     *
     * @param list<ReadFrame> $frames
     *
     * @return list<ReadFrame>
     */
    public static function ofRead(array $frames): array
    {
        return array_column((new Clocks())->timeAll($frames), 'read');
    }

    /**
     * Where each frame stands on one time scale.
     *
     * @param list<TimedFrame> $frames
     *
     * @return list<int> seconds
     */
    public static function seconds(array $frames): array
    {
        $instants = array_map(static fn (TimedFrame $frame): ?int => $frame->at->instant(), $frames);
        $known = array_values(array_filter($instants, \is_int(...)));

        return \count($known) === \count($frames) ? $known : array_map(static fn (TimedFrame $frame): int => $frame->at->clockSeconds(), $frames);
    }
}
