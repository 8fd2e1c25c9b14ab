<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

/**
 * What a sensor took of the light: which share of its samples lie at the white level, colour by colour, and how far the brightest
 * lie below it. A preview clips earlier, for it is balanced and developed: what is clipped there and not here can be had back.
 */
final readonly class Headroom
{
    /** Of the range from black to white, what counts as white: noise keeps samples from standing at one value. Common practice, no published source. */
    private const WHITE = 0.99;

    /** So many of a thousand samples of a colour may be brighter than what its headroom is told by: a lamp, a glint. Common practice, no published source. */
    private const GLINTS = 1;

    /** Samples that are looked at, of whole rows of the pattern. */
    private const SAMPLES = 2_000_000;

    /**
     * @param array{R: float, G: float, B: float} $clipped share of the samples of each colour, 0 to 1
     * @param float                               $stops   EV from the brightest to white, of the colour that is nearest to it; 0 where any is clipped by more than glints
     */
    private function __construct(public array $clipped, public float $stops)
    {
    }

    public static function in(Mosaic $mosaic, Sensor $sensor): self
    {
        [$pattern, $active] = [$sensor->pattern, $sensor->active];
        $counts = ['R' => [], 'G' => [], 'B' => []];
        $bands = max(1, intdiv($active->height, $pattern->rows));
        $step = max(1, (int) ceil($bands * $pattern->rows * $active->width / self::SAMPLES));
        for ($band = 0; $band < $bands; $band += $step) {
            for ($row = 0; $row < $pattern->rows; ++$row) {
                $top = $active->top + $band * $pattern->rows + $row;
                /** @var array<int, int> $values */
                $values = unpack('v*', substr($mosaic->samples, 2 * ($top * $mosaic->width + $active->left), 2 * $active->width));
                for ($column = 0; $column < $pattern->columns; ++$column) {
                    $place = $row * $pattern->columns + $column;
                    $of = [];
                    for ($x = $column + 1; $x <= $active->width; $x += $pattern->columns) {
                        $of[] = $values[$x];
                    }
                    $colour = match ($pattern->colours[$place]) {
                        'R' => 'R',
                        'B' => 'B',
                        default => 'G',
                    };
                    $black = $sensor->levels->black[$place] ?? $sensor->levels->black[0];
                    foreach (array_count_values($of) as $value => $many) {
                        $counts[$colour][$value - $black] = $many + ($counts[$colour][$value - $black] ?? 0);
                    }
                }
            }
        }

        return self::of($counts, $sensor->levels->white - min($sensor->levels->black));
    }

    /**
     * @param array{R: array<int, int>, G: array<int, int>, B: array<int, int>} $counts value above black => how many
     */
    private static function of(array $counts, int $range): self
    {
        $clipped = [];
        $stops = \INF;
        foreach ($counts as $colour => $of) {
            $all = max(1, array_sum($of));
            krsort($of);
            $white = $brighter = 0;
            $brightest = null;
            foreach ($of as $value => $many) {
                $white += $value >= self::WHITE * $range ? $many : 0;
                $brighter += $many;
                $brightest ??= $brighter > $all * self::GLINTS / 1000 ? $value : null;
            }
            $clipped[$colour] = (float) ($white / $all);
            $stops = min($stops, ($brightest ?? 0) >= self::WHITE * $range ? 0.0 : log($range / max(1, $brightest ?? 1), 2));
        }

        return new self($clipped, $stops);
    }
}
