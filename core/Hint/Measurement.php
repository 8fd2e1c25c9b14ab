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

    /** So many squares with structure are needed. Common practice, no published source. */
    private const TILES = 4;

    private function __construct(public float $mean, public float $blackShare, public float $clippedShare, public int $brightest, public ?float $focus)
    {
    }

    /** Focus as Focus measures it, square by square where the picture has structure. */
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

    /** As it was measured before. */
    public static function known(float $mean, float $blackShare, float $clippedShare, int $brightest, ?float $focus): self
    {
        return new self($mean, $blackShare, $clippedShare, $brightest, $focus);
    }

    /** How bright it is in EV below white: of sRGB's own values (IEC 61966-2-1), by an exponent of 2.2 in the place of its curve. */
    public function stops(): float
    {
        return 2.2 * log(max(0.5, $this->mean) / 255, 2);
    }

    /** Null where too little of the picture has structure to be sharp or soft. */
    private static function focus(Luminance $picture): ?float
    {
        /** @var list<int> $v */
        $v = array_values((array) unpack('C*', $picture->values));
        $found = [];
        for ($top = 0; $top + Focus::TILE <= $picture->height; $top += Focus::TILE) {
            for ($left = 0; $left + Focus::TILE <= $picture->width; $left += Focus::TILE) {
                $tile = Focus::ofTile($v, $picture->width, $left, $top);
                if (null !== $tile) {
                    $found[] = $tile;
                }
            }
        }

        return \count($found) < self::TILES ? null : Focus::ofTiles($found);
    }
}
