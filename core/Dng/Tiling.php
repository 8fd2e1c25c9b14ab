<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

/** A mosaic cut into tiles of one size, row by row; the last of a row or column reach beyond it (TIFF 6.0 section 15). */
final readonly class Tiling
{
    /** Pixels along an edge, about: large enough that a tile's code table costs nothing, small enough that it fits its tile. */
    private const EDGE = 768;

    /** TIFF wants multiples of 16; these hold whole filter patterns, and lines of up to four components, too. */
    private const STEP = 48;

    /** @param list<Area> $tiles */
    private function __construct(public int $width, public int $height, public array $tiles)
    {
    }

    public static function of(Mosaic $mosaic): self
    {
        [$width, $height] = [self::edge($mosaic->width), self::edge($mosaic->height)];
        $tiles = [];
        for ($top = 0; $top < $mosaic->height; $top += $height) {
            for ($left = 0; $left < $mosaic->width; $left += $width) {
                $tiles[] = new Area($left, $top, $width, $height);
            }
        }

        return new self($width, $height, $tiles);
    }

    private static function edge(int $pixels): int
    {
        $tiles = max(1, (int) round($pixels / self::EDGE));
        do {
            $edge = intdiv(intdiv($pixels + $tiles - 1, $tiles) + self::STEP - 1, self::STEP) * self::STEP;
            ++$tiles;
        } while ($edge > $pixels && $edge > self::STEP); // LibRaw takes the end of a row of the mosaic for that of its tile

        return $edge;
    }
}
