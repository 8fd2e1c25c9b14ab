<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\LosslessJpeg;

/** The samples of a picture, line by line, four of 16 bits to a number, the first in its lowest bits. */
final readonly class Lines
{
    /**
     * @param list<non-empty-array<int, int>> $fours the last number of a line may hold fewer
     * @param int                             $width samples of a line, of all components
     */
    private function __construct(public array $fours, public int $width, public int $components)
    {
    }

    /** @param string $samples uint16 LE, row major, $width x $height */
    public static function of(string $samples, int $width, int $height, Arrangement $arrangement): self
    {
        $width *= $arrangement->rows;
        $more = str_repeat("\0", 2 * (-$width & 3));
        $fours = [];
        for ($y = 0, $end = intdiv($height, $arrangement->rows); $y < $end; ++$y) {
            /** @var non-empty-array<int, int> $line */
            $line = unpack('P*', substr($samples, 2 * $width * $y, 2 * $width).$more);
            $fours[] = $line;
        }

        return new self($fours, $width, $arrangement->components);
    }
}
