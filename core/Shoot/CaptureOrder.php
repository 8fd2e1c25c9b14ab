<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Shoot;

use VelvetLedger\Core\Capture\CapturedAt;
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
        $places = self::places(array_map(static fn (TimedFrame $frame): CapturedAt => $frame->at, $frames), array_map(static fn (TimedFrame $frame): string => $frame->read->frame->lead()->path, $frames));

        return array_map(static fn (int $place): TimedFrame => $frames[$place], $places);
    }

    /**
     * The same of any: which comes first, which next.
     *
     * @param list<CapturedAt> $taken
     * @param list<string>     $paths on their cards
     *
     * @return list<int> places in these lists
     */
    public static function places(array $taken, array $paths): array
    {
        $seconds = self::onOneScale($taken);
        $fractions = array_map(static fn (CapturedAt $at): float => (float) ('0.'.($at->subsecond ?? '0')), $taken);
        $places = array_keys($taken);
        array_multisort($seconds, \SORT_NUMERIC, $fractions, \SORT_NUMERIC, $paths, \SORT_NATURAL, $places);

        return $places;
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
        return self::onOneScale(array_map(static fn (TimedFrame $frame): CapturedAt => $frame->at, $frames));
    }

    /**
     * @param list<CapturedAt> $taken
     *
     * @return list<int> seconds
     */
    private static function onOneScale(array $taken): array
    {
        $known = array_values(array_filter(array_map(static fn (CapturedAt $at): ?int => $at->instant(), $taken), \is_int(...)));

        return \count($known) === \count($taken) ? $known : array_map(static fn (CapturedAt $at): int => $at->clockSeconds(), $taken);
    }
}
