<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

/** The colours of the filters over a sensor, as they repeat from the active area's left upper corner: 2 x 2 or 6 x 6. */
final readonly class FilterPattern
{
    private const ROWS_LOOKED_AT = 24;

    /** @param string $colours R, G and B, row by row */
    private function __construct(public int $columns, public int $rows, public string $colours)
    {
    }

    /** Null where they repeat in another way, or there are others than three colours. */
    public static function of(string $colours): ?self
    {
        $side = [4 => 2, 36 => 6][\strlen($colours)] ?? 0;

        return 0 === $side || 1 !== preg_match('/^[RGB]+$/', $colours) || \count(array_unique(str_split($colours))) < 3 ? null : new self($side, $side, $colours);
    }

    /**
     * From a developed picture that was not interpolated: at each place one colour alone is not nothing.
     *
     * @param string $developed uint16 BE, red, green, blue, row major, from a place where the pattern begins
     *
     * @return self|null null where too little light is in it, or the filters repeat in another way
     */
    public static function seenIn(string $developed, int $width, int $height): ?self
    {
        $seen = array_fill(0, 36, '');
        $step = 6 * max(1, intdiv($height, 6 * self::ROWS_LOOKED_AT));
        for ($top = 0; $top + 6 <= $height; $top += $step) {
            for ($y = $top; $y < $top + 6; ++$y) {
                $row = substr($developed, 6 * $y * $width, 6 * $width);
                for ($x = 0; $x < $width; ++$x) {
                    $at = 6 * $x + strspn($row, "\0", 6 * $x, 6);
                    $colour = $at < 6 * $x + 6 ? 'RGB'[intdiv($at - 6 * $x, 2)] : '';
                    $place = 6 * ($y % 6) + $x % 6;
                    if ('' !== $colour && '' !== $seen[$place] && $seen[$place] !== $colour) {
                        return null;
                    }
                    $seen[$place] = '' === $colour ? $seen[$place] : $colour;
                }
            }
        }
        $all = implode('', $seen);
        $two = substr($all, 0, 2).substr($all, 6, 2);

        return self::of($all === str_repeat(str_repeat(substr($two, 0, 2), 3).str_repeat(substr($two, 2, 2), 3), 3) ? $two : $all);
    }

    /** Each as DNG and TIFF/EP number it: 0 red, 1 green, 2 blue. */
    public function numbers(): string
    {
        return strtr($this->colours, 'RGB', "\0\1\2");
    }
}
