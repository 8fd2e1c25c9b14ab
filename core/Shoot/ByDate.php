<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Shoot;

use VelvetLedger\Core\Card\ReadFrame;

/** Proposes one shoot for each date that frames were taken on. */
final class ByDate
{
    /**
     * @param list<ReadFrame> $frames in any order
     *
     * @return list<ProposedShoot> earliest first
     */
    public static function propose(array $frames): array
    {
        $dates = [];
        foreach (self::inOrderOfCapture($frames) as $frame) {
            $dates[$frame->takenAt()->date()][] = $frame;
        }
        $shoots = [];
        foreach ($dates as $date => $members) {
            $shoots[] = new ProposedShoot($date, $members);
        }

        return $shoots;
    }

    /**
     * By time taken with its fraction; frames of the same moment by path, digits in it counted as numbers.
     *
     * @param list<ReadFrame> $frames
     *
     * @return list<ReadFrame>
     */
    public static function inOrderOfCapture(array $frames): array
    {
        $keyed = array_map(static fn (ReadFrame $frame): array => [$frame->takenAt()->sortKey(), $frame->frame->lead()->path, $frame], $frames);
        usort($keyed, static fn (array $a, array $b): int => 0 === ($byTime = $a[0] <=> $b[0]) ? strnatcmp($a[1], $b[1]) : $byTime);

        return array_column($keyed, 2);
    }
}
