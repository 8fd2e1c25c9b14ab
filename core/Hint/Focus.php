<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Hint;

/**
 * How sharp a square of a picture is: the variance of the Laplacian (kernel 0 1 0 / 1 -4 1 / 0 1 0), the measure LAPV in
 * Pertuz, Puig and Garcia, "Analysis of focus measure operators for shape-from-focus", Pattern Recognition 46 (2013), from
 * memory; divided by the variance there, so that a dim or hazy scene counts as sharp as a bright one of the same edges.
 */
final class Focus
{
    /** Pixels of a square's side. */
    public const TILE = 16;

    /** Variance from which a square has structure (six steps of brightness). Common practice, no published source. */
    private const STRUCTURE = 36.0;

    /** Of many squares the sharpest third or so counts: a picture is to be sharp somewhere. Common practice, no published source. */
    private const SHARPEST = 3;

    /**
     * Variance of the Laplacian to that of the brightness; null where the square has no structure to be sharp or soft.
     *
     * @param list<int> $v brightness 0 to 255, row major, $width pixels to a row
     */
    public static function ofTile(array $v, int $width, int $left, int $top): ?float
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

    /**
     * Of many squares together, as ofTile() says it of each.
     *
     * @param non-empty-list<float> $tiles
     */
    public static function ofTiles(array $tiles): float
    {
        rsort($tiles);

        return $tiles[intdiv(\count($tiles), self::SHARPEST)];
    }
}
