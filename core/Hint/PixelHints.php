<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Hint;

/** Hints from what was measured on previews, each frame beside its neighbours in time. */
final class PixelHints
{
    private const BLACK_SHARE = 0.99;
    private const BRIGHTEST_OF_BLACK = 32;
    private const UNDER_SHARE = 0.90;
    private const BLOWN_SHARE = 0.60;

    /** Neighbours on each side that a frame's focus is held against, and the share of their median that it must reach. */
    private const NEIGHBOURS = 6;
    private const SHARP_ENOUGH = 0.3;

    /** Neighbours on each side that a frame's exposure is held against, EV within which they agree, and by which it leaves them. */
    private const BESIDE = 2;
    private const AGREE = 1.0;
    private const STOPS_APART = 1.5;

    /**
     * @param array<array-key, Measurement> $measured frame key => measurement, in order of capture
     *
     * @return array<array-key, list<FrameHint>> frame key => hints, only frames that have any
     */
    public static function of(array $measured): array
    {
        $hints = [];
        $exposed = [];
        foreach ($measured as $key => $one) {
            $hint = self::exposure($one);
            if (null !== $one->focus && null === $hint) {
                $exposed[$key] = $one->focus;
            }
            if (null !== $hint) {
                $hints[$key][] = new FrameHint($hint);
            }
        }
        foreach (self::soft($exposed) as $key) {
            $hints[$key][] = new FrameHint(Hint::Soft);
        }
        foreach (self::apart(array_map(static fn (Measurement $one): float => $one->stops(), array_diff_key($measured, array_filter($hints, static fn (array $of): bool => Hint::Soft !== $of[0]->hint)))) as $key) {
            $hints[$key][] = new FrameHint(Hint::Apart);
        }

        return $hints;
    }

    /**
     * @param array<array-key, float> $stops frame key => EV; frames black or blown are not among them
     *
     * @return list<array-key>
     */
    private static function apart(array $stops): array
    {
        $keys = array_keys($stops);
        $values = array_values($stops);
        $apart = [];
        foreach ($values as $i => $value) {
            $around = [...\array_slice($values, max(0, $i - self::BESIDE), min($i, self::BESIDE)), ...\array_slice($values, $i + 1, self::BESIDE)];
            if (\count($around) < 2 * self::BESIDE) {
                continue;
            }
            sort($around);
            if ($around[\count($around) - 1] - $around[0] <= self::AGREE && abs($value - $around[self::BESIDE]) >= self::STOPS_APART) {
                $apart[] = $keys[$i];
            }
        }

        return $apart;
    }

    private static function exposure(Measurement $one): ?Hint
    {
        return match (true) {
            $one->blackShare >= self::BLACK_SHARE && $one->brightest <= self::BRIGHTEST_OF_BLACK => Hint::Black,
            $one->clippedShare >= self::BLOWN_SHARE => Hint::Blown,
            $one->blackShare >= self::UNDER_SHARE => Hint::Under,
            default => null,
        };
    }

    /**
     * @param array<array-key, float> $focus frame key => focus; frames black or blown are not among them
     *
     * @return list<array-key>
     */
    private static function soft(array $focus): array
    {
        $keys = array_keys($focus);
        $values = array_values($focus);
        $soft = [];
        foreach ($values as $i => $value) {
            $around = [...\array_slice($values, max(0, $i - self::NEIGHBOURS), min($i, self::NEIGHBOURS)), ...\array_slice($values, $i + 1, self::NEIGHBOURS)];
            sort($around);
            $median = $around[intdiv(\count($around), 2)] ?? 0.0;
            if (\count($around) >= 4 && $value < self::SHARP_ENOUGH * $median) {
                $soft[] = $keys[$i];
            }
        }

        return $soft;
    }
}
