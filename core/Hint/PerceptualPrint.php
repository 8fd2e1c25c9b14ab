<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Hint;

/**
 * What a picture looks like, in 64 bits: those of two pictures that look alike differ in few places, however they were scaled,
 * compressed or brightened. Zauner, "Implementation and Benchmarking of Perceptual Image Hash Functions" (2010), section 3.2.1,
 * from memory: of the picture at 32 x 32 pixels the discrete cosine transform (DCT-II), of that the 8 x 8 coefficients of the
 * lowest frequencies but the first row and column, and of each whether it lies above their median.
 */
final readonly class PerceptualPrint
{
    private const EDGE = 32;
    private const COEFFICIENTS = 8;

    /** Of the lines of pixels that one of 32 covers, at most so many are looked at. */
    private const LINES = 4;

    private int $high;
    private int $low;

    /** @param string $bits 16 hexadecimal digits, the coefficient of the lowest frequencies first */
    private function __construct(public string $bits)
    {
        [$this->high, $this->low] = [(int) hexdec(substr($bits, 0, 8)), (int) hexdec(substr($bits, 8))];
    }

    public static function of(Luminance $picture): self
    {
        $coefficients = self::coefficients(self::scaled($picture));
        $sorted = $coefficients;
        sort($sorted);
        $middle = intdiv(\count($sorted), 2);
        $median = ($sorted[$middle - 1] + $sorted[$middle]) / 2;
        $bits = '';
        foreach (array_chunk($coefficients, 4) as $four) {
            $bits .= dechex(array_reduce($four, static fn (int $digit, float $one): int => 2 * $digit + ($one > $median ? 1 : 0), 0));
        }

        return new self($bits);
    }

    public static function ofBits(string $bits): self
    {
        return 1 === preg_match('/^[0-9a-f]{16}$/D', $bits) ? new self($bits) : throw new \InvalidArgumentException("\"$bits\" is no print of 16 hexadecimal digits");
    }

    /** In how many of the 64 places two differ (Hamming distance). */
    public function distance(self $other): int
    {
        return self::ones($this->high ^ $other->high) + self::ones($this->low ^ $other->low);
    }

    /** How many of 32 bits are set: by pairs, by fours, by bytes, and the bytes added up. */
    private static function ones(int $bits): int
    {
        $bits -= $bits >> 1 & 0x55555555;
        $bits = ($bits & 0x33333333) + ($bits >> 2 & 0x33333333);

        return ($bits + ($bits >> 4) & 0x0F0F0F0F) % 255;
    }

    /** @return list<list<float>> 32 rows of 32, each the mean of the pixels that it covers */
    private static function scaled(Luminance $picture): array
    {
        [$width, $height] = [$picture->width, $picture->height];
        $rows = [];
        for ($y = 0; $y < self::EDGE; ++$y) {
            [$top, $bottom] = self::span($y, $height);
            $step = max(1, intdiv($bottom - $top, self::LINES));
            $row = [];
            for ($x = 0; $x < self::EDGE; ++$x) {
                [$left, $right] = self::span($x, $width);
                $sum = $lines = 0;
                for ($line = $top; $line < $bottom; $line += $step, ++$lines) {
                    foreach (count_chars(substr($picture->values, $line * $width + $left, $right - $left), 1) as $value => $count) {
                        $sum += $value * $count;
                    }
                }
                $row[] = $sum / ($lines * ($right - $left));
            }
            $rows[] = $row;
        }

        return $rows;
    }

    /** @return array{int, int} the pixels of $of that one of 32 covers: from, and up to before */
    private static function span(int $one, int $of): array
    {
        $from = min(intdiv($one * $of, self::EDGE), $of - 1);

        return [$from, max($from + 1, intdiv(($one + 1) * $of, self::EDGE))];
    }

    /**
     * @param list<list<float>> $rows
     *
     * @return list<float> 8 x 8, row major
     */
    private static function coefficients(array $rows): array
    {
        $cosines = [];
        for ($u = 1; $u <= self::COEFFICIENTS; ++$u) {
            for ($x = 0; $x < self::EDGE; ++$x) {
                $cosines[$u][$x] = cos((2 * $x + 1) * $u * \M_PI / (2 * self::EDGE));
            }
        }
        $across = array_map(static fn (array $row): array => array_map(static fn (array $cosine): float => (float) array_sum(array_map(static fn (float $value, float $c): float => $value * $c, $row, $cosine)), $cosines), $rows);
        $found = [];
        foreach ($cosines as $down) {
            foreach (array_keys($cosines) as $u) {
                $found[] = (float) array_sum(array_map(static fn (array $row, float $c): float => $row[$u] * $c, $across, $down));
            }
        }

        return $found;
    }
}
