<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

/** The colours of the filters over a sensor, as they repeat from the active area's left upper corner: 2 x 2 or 6 x 6. */
final readonly class FilterPattern
{
    /** @param string $colours R, G and B, row by row */
    private function __construct(public int $columns, public int $rows, public string $colours)
    {
    }

    /** Null where they repeat in another way, or there are others than three colours. */
    public static function of(string $colours): ?self
    {
        if (1 !== preg_match('/^[RGB]+$/', $colours) || '' === strpbrk($colours, 'R') || \count(array_unique(str_split($colours))) < 3) {
            return null;
        }
        foreach ([2, 6] as $side) {
            $once = substr($colours, 0, $side * $side);
            if (\strlen($once) === $side * $side && 0 === \strlen($colours) % \strlen($once) && str_repeat($once, intdiv(\strlen($colours), \strlen($once))) === $colours) {
                return new self($side, $side, $once);
            }
        }

        return null;
    }

    /** Each as DNG and TIFF/EP number it: 0 red, 1 green, 2 blue. */
    public function numbers(): string
    {
        return strtr($this->colours, 'RGB', "\0\1\2");
    }
}
