<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Tiff;

/** How the pixels of a picture are to be laid out to stand upright: Exif's Orientation, 1 to 8 (CIPA DC-008, section 4.6.5; TIFF 6.0, page 36). */
final readonly class Orientation
{
    /** Each is the one before it, turned a quarter to the right; in the second row all are mirrored. */
    private const TURNS = [[1, 6, 3, 8], [2, 7, 4, 5]];

    private function __construct(public int $value)
    {
    }

    /** What is none counts as upright. */
    public static function of(?int $value): self
    {
        return new self(null !== $value && $value >= 1 && $value <= 8 ? $value : 1);
    }

    /** @param int $quarters to the right */
    public function turned(int $quarters): self
    {
        [$row, $place] = $this->place();

        return new self(self::TURNS[$row][(($place + $quarters) % 4 + 4) % 4]);
    }

    /** Quarters to the right, 0 to 3, by which this one is turned to be the other; 0 where it would have to be mirrored, too. */
    public function quartersTo(self $other): int
    {
        [[$row, $place], [$otherRow, $otherPlace]] = [$this->place(), $other->place()];

        return $row === $otherRow ? ($otherPlace - $place + 4) % 4 : 0;
    }

    /** @return array{int<0, 1>, int<0, 3>} */
    private function place(): array
    {
        $row = \in_array($this->value, self::TURNS[0], true) ? 0 : 1;

        return [$row, (int) array_search($this->value, self::TURNS[$row], true)];
    }
}
