<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Hint;

/** How sharp a picture is where it has its detail: region by region, as Focus measures it. */
final readonly class Sharpness
{
    public const COLUMNS = 8;
    public const ROWS = 6;

    /** @param list<int|null> $regions COLUMNS x ROWS, row major: hundredths of the ratio that Focus gives; null where a region has no structure */
    private function __construct(public array $regions)
    {
    }

    /** Every second square is looked at, as on a chess board. */
    public static function of(Luminance $picture): self
    {
        /** @var list<int> $v */
        $v = array_values((array) unpack('C*', $picture->values));
        $found = array_fill(0, self::COLUMNS * self::ROWS, []);
        for ($row = 0, $top = 0; $top + Focus::TILE <= $picture->height; $top += Focus::TILE, ++$row) {
            for ($left = $row % 2 * Focus::TILE; $left + Focus::TILE <= $picture->width; $left += 2 * Focus::TILE) {
                $focus = Focus::ofTile($v, $picture->width, $left, $top);
                if (null !== $focus) {
                    $found[intdiv($top * self::ROWS, $picture->height) * self::COLUMNS + intdiv($left * self::COLUMNS, $picture->width)][] = $focus;
                }
            }
        }

        return new self(array_values(array_map(self::sharpest(...), $found)));
    }

    /** @param list<int|null> $regions as of() found them */
    public static function ofRegions(array $regions): self
    {
        return new self($regions);
    }

    /** Of the sharpest region, hundredths; null where the picture has no structure. */
    public function best(): ?int
    {
        $known = array_filter($this->regions, \is_int(...));

        return [] === $known ? null : max($known);
    }

    /** @param list<float> $tiles */
    private static function sharpest(array $tiles): ?int
    {
        return [] === $tiles ? null : (int) round(100 * Focus::ofTiles($tiles));
    }
}
