<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\LosslessJpeg;

/**
 * How the samples of a mosaic stand in a JPEG: so many components, so that the neighbour to the left is so many samples
 * away, and so many rows of the mosaic one after another in a line, so that the neighbour above is so many rows away. The
 * samples come in the same order whichever it is.
 */
final readonly class Arrangement
{
    public function __construct(public int $components = 1, public int $rows = 1)
    {
    }

    /**
     * Those worth trying for a filter pattern of so many columns and rows.
     *
     * @return list<self>
     */
    public static function for(int $columns, int $rows): array
    {
        $found = [];
        foreach (6 === $rows ? [1, 3, 6] : [1, 2] as $together) {
            foreach (2 === $columns ? [1, 2, 4] : [1, 2, 3] as $components) {
                $found[] = new self($components, $together);
            }
        }

        return $found;
    }

    public function fits(int $width, int $height): bool
    {
        return 0 === $height % $this->rows && 0 === $width * $this->rows % $this->components;
    }
}
