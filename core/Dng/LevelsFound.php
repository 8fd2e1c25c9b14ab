<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

/**
 * Black and white levels, found from what a developer made of a mosaic: without balance, matrix and interpolation each
 * sample r becomes (r - black) x 65535 / (white - lowest black), cut off to a whole number. A few samples give an estimate,
 * and all of them together leave no other whole numbers than the right ones.
 */
final class LevelsFound
{
    private const FULL = 65535;

    /** Different values in one place of the pattern that are needed to tell. */
    private const NEEDED = 24;
    private const SAMPLES = 400_000;

    /**
     * @param Area   $window    of the mosaic, that was developed
     * @param string $developed uint16 BE, red, green, blue; what is not measured at a place is 0
     *
     * @return Levels|null null where too little light is in it
     */
    public static function in(Mosaic $mosaic, Area $window, FilterPattern $pattern, string $developed): ?Levels
    {
        $maps = self::maps($mosaic, $window, $pattern, $developed);
        $range = self::range($maps);
        if (null === $range) {
            return null;
        }
        $black = [];
        foreach ($maps as $place => $map) {
            $found = self::black($map, $range);
            if (null === $found) {
                return null;
            }
            $black[$place] = $found;
        }

        return [] === $black ? null : new Levels(array_values($black), $range + min($black));
    }

    /** @return array<int, array<int, int>> place of the pattern => sample => what became of it, neither cut off at the bottom nor at the top */
    private static function maps(Mosaic $mosaic, Area $window, FilterPattern $pattern, string $developed): array
    {
        $maps = array_fill(0, $pattern->columns * $pattern->rows, []);
        // Whole patterns of rows, spread over the window.
        $blocks = intdiv($window->height, $pattern->rows);
        $step = max(1, intdiv($window->width * $window->height, self::SAMPLES));
        for ($block = 0; $block < $blocks; $block += $step) {
            for ($y = $block * $pattern->rows; $y < ($block + 1) * $pattern->rows; ++$y) {
                /** @var array<int, int> $row */
                $row = unpack('v*', substr($mosaic->samples, 2 * (($window->top + $y) * $mosaic->width + $window->left), 2 * $window->width));
                /** @var array<int, int> $out */
                $out = unpack('n*', substr($developed, 6 * $y * $window->width, 6 * $window->width));
                for ($x = 0; $x < $window->width; ++$x) {
                    $value = max($out[3 * $x + 1], $out[3 * $x + 2], $out[3 * $x + 3]);
                    if ($value > 0 && $value < self::FULL) {
                        $maps[($y % $pattern->rows) * $pattern->columns + $x % $pattern->columns][$row[$x + 1]] = $value;
                    }
                }
            }
        }

        return $maps;
    }

    /**
     * White less the lowest black: the whole number that explains every step from one sample to another.
     *
     * @param array<int, array<int, int>> $maps
     */
    private static function range(array $maps): ?int
    {
        // From a lower sample to a higher one what becomes of it grows by (d ± 1): each pair bounds the range from both sides.
        [$least, $most] = [0.0, \INF];
        foreach ($maps as $map) {
            ksort($map);
            $samples = array_keys($map);
            $count = \count($samples);
            for ($i = 0; $count >= self::NEEDED && $i < $count; ++$i) {
                foreach ([0, intdiv($count, 16), intdiv($count, 8), intdiv($count, 4)] as $j) {
                    $step = $map[$samples[$i]] - $map[$samples[$j]];
                    if ($step > 1) {
                        $least = max($least, self::FULL * ($samples[$i] - $samples[$j]) / ($step + 1));
                        $most = min($most, self::FULL * ($samples[$i] - $samples[$j]) / ($step - 1));
                    }
                }
            }
        }
        if (\INF === $most) {
            return null;
        }
        $best = [];
        for ($range = (int) ceil($least); $range <= (int) floor($most); ++$range) {
            foreach ($maps as $map) {
                if ([] !== $map && null === self::black($map, $range)) {
                    continue 2;
                }
            }
            $best[] = $range;
        }

        return $best[intdiv(\count($best), 2)] ?? null; // where several explain all, they differ by nothing that is seen
    }

    /**
     * The whole number that explains all samples of one place.
     *
     * @param array<int, int> $map
     */
    private static function black(array $map, int $range): ?int
    {
        $scale = self::FULL / $range;
        $least = -\INF;
        $most = \INF;
        foreach ($map as $sample => $value) {
            // value <= (sample - black) x scale < value + 1, with a little for single precision.
            $most = min($most, $sample - ($value - 0.02) / $scale);
            $least = max($least, $sample - ($value + 1.02) / $scale);
        }
        $black = (int) ceil($least);

        return $black <= $most && \count($map) >= self::NEEDED ? max(0, $black) : null;
    }
}
