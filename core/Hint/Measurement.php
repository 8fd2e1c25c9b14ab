<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Hint;

/**
 * What was measured on one frame's preview: shares of pixels 0 to 1, brightness 0 to 255, the brightness that
 * 999 of 1,000 pixels do not exceed, focus a ratio, see of().
 */
final readonly class Measurement
{
    /** At or below this a pixel counts as black; at or above the other as clipped. Common practice, no published source. */
    public const BLACK = 16;
    public const CLIPPED = 245;

    /** Pixels of a square's side; variance from which it has structure (six steps of brightness); so many such squares are needed; and of them the sharpest third or so counts, for a picture is to be sharp somewhere. Common practice, no published source. */
    private const TILE = 16;
    private const STRUCTURE = 36.0;
    private const TILES = 4;
    private const SHARPEST = 3;

    private function __construct(public float $mean, public float $blackShare, public float $clippedShare, public int $brightest, public ?float $focus)
    {
    }

    /**
     * Focus is the variance of the Laplacian (kernel 0 1 0 / 1 -4 1 / 0 1 0), the measure LAPV in Pertuz, Puig and
     * Garcia, "Analysis of focus measure operators for shape-from-focus", Pattern Recognition 46 (2013), from memory;
     * taken square by square where the picture has structure, and divided by the variance there, so that a dim or hazy
     * scene counts as sharp as a bright one of the same edges.
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

    /** Null where too little of the picture has structure to be sharp or soft. */
    private static function focus(Luminance $picture): ?float
    {
        /** @var list<int> $v */
        $v = array_values((array) unpack('C*', $picture->values));
        $found = [];
        for ($top = 0; $top + self::TILE <= $picture->height; $top += self::TILE) {
            for ($left = 0; $left + self::TILE <= $picture->width; $left += self::TILE) {
                $tile = self::tile($v, $picture->width, $left, $top);
                if (null !== $tile) {
                    $found[] = $tile;
                }
            }
        }
        if (\count($found) < self::TILES) {
            return null;
        }
        rsort($found);

        return $found[intdiv(\count($found), self::SHARPEST)];
    }

    /**
     * Variance of the Laplacian to that of the brightness, in a square of the picture; null where it has no structure.
     *
     * @param list<int> $v
     */
    private static function tile(array $v, int $width, int $left, int $top): ?float
    {
        $sum = $squares = $edges = $edgeSquares = 0;
        $count = (self::TILE - 2) ** 2;
        for ($y = $top + 1; $y < $top + self::TILE - 1; ++$y) {
            for ($i = $y * $width + $left + 1, $end = $i + self::TILE - 2; $i < $end; ++$i) {
                $laplacian = $v[$i - 1] + $v[$i + 1] + $v[$i - $width] + $v[$i + $width] - 4 * $v[$i];
                $sum += $v[$i];
                $squares += $v[$i] * $v[$i];
                $edges += $laplacian;
                $edgeSquares += $laplacian * $laplacian;
            }
        }
        $variance = $squares / $count - ($sum / $count) ** 2;

        return $variance < self::STRUCTURE ? null : ($edgeSquares / $count - ($edges / $count) ** 2) / $variance;
    }
}
