<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Hint;

/**
 * What was measured on one frame's preview: shares of pixels 0 to 1, brightness 0 to 255, the brightness that
 * 999 of 1,000 pixels do not exceed, focus in squared brightness.
 */
final readonly class Measurement
{
    /** At or below this a pixel counts as black; at or above the other as clipped. Common practice, no published source. */
    public const BLACK = 16;
    public const CLIPPED = 245;

    private function __construct(public float $mean, public float $blackShare, public float $clippedShare, public int $brightest, public float $focus)
    {
    }

    /**
     * Focus is the variance of the Laplacian (kernel 0 1 0 / 1 -4 1 / 0 1 0), the measure LAPV in Pertuz, Puig and
     * Garcia, "Analysis of focus measure operators for shape-from-focus", Pattern Recognition 46 (2013), from memory.
     */
    public static function of(Luminance $picture): self
    {
        $pixels = max(1, $picture->width * $picture->height);
        $sum = $black = $clipped = $below = $brightest = 0;
        foreach ($picture->histogram() as $value => $count) {
            $sum += $value * $count;
            $black += $value <= self::BLACK ? $count : 0;
            $clipped += $value >= self::CLIPPED ? $count : 0;
            $brightest = $below <= 0.999 * $pixels ? $value : $brightest;
            $below += $count;
        }

        return new self($sum / $pixels, $black / $pixels, $clipped / $pixels, $brightest, self::focus($picture));
    }

    private static function focus(Luminance $picture): float
    {
        /** @var list<int> $v */
        $v = array_values((array) unpack('C*', $picture->values));
        $width = $picture->width;
        $sum = $squares = $count = 0;
        for ($y = 1; $y < $picture->height - 1; ++$y) {
            for ($i = $y * $width + 1, $end = $i + $width - 2; $i < $end; ++$i) {
                $laplacian = $v[$i - 1] + $v[$i + 1] + $v[$i - $width] + $v[$i + $width] - 4 * $v[$i];
                $sum += $laplacian;
                $squares += $laplacian * $laplacian;
                ++$count;
            }
        }

        return 0 === $count ? 0.0 : $squares / $count - ($sum / $count) ** 2;
    }
}
