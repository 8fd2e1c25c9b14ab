<?php

declare(strict_types=1);

namespace VelvetLedger\Demo;

/** An invented sensor: its filters, the masked margins around its active area, and its levels. */
final readonly class Sensor
{
    /** Values of light: 14 bits. */
    public const WHITE = 15871;

    /**
     * @param string    $filters R, G and B of $side x $side places, row by row
     * @param list<int> $black   value without light, of each place of 2 x 2
     */
    private function __construct(public string $filters, public int $side, public array $black, public int $left, public int $top)
    {
    }

    public static function twoByTwo(): self
    {
        return new self('RGGB', 2, [512, 514, 513, 511], 24, 16);
    }

    public static function sixBySix(): self
    {
        return new self('GGRGGBGGBGGRBRGRBGGGBGGRGGRGGBRBGBRG', 6, [1020, 1020, 1020, 1020], 36, 12);
    }

    /**
     * What it records of a picture, $scale sensor pixels to each of the picture's: uint16 LE, row major, margins and all.
     *
     * @return array{string, int, int} samples, width, height
     */
    public function record(Canvas $picture, int $scale, int $seed): array
    {
        mt_srand($seed);
        $noise = array_map(static fn (): int => mt_rand(0, 9) + mt_rand(0, 9) + mt_rand(0, 9) - 13, range(0, 4095));
        $curves = ['R' => self::linear(0.5), 'G' => self::linear(1.0), 'B' => self::linear(0.62)];
        [$width, $height] = [$this->left + $scale * $picture->width, $this->top + $scale * $picture->height];
        $samples = '';
        $seen = ['R' => [], 'G' => [], 'B' => []];
        for ($y = 0; $y < $height; ++$y) {
            $at = $y - $this->top;
            if ($at >= 0 && 0 === $at % $scale) {
                $seen = self::light($picture, intdiv($at, $scale), $curves);
            }
            $filters = substr($this->filters, $this->side * (($at + 6 * $this->top) % $this->side), $this->side);
            $samples .= $this->row($y, $width, $scale, $at < 0 ? null : $seen, $filters, $noise);
        }

        return [$samples, $width, $height];
    }

    /**
     * @param array<string, list<int>>|null $seen
     * @param list<int>                     $noise
     */
    private function row(int $y, int $width, int $scale, ?array $seen, string $filters, array $noise): string
    {
        $row = [];
        $start = ($y * 1613) & 4095;
        $black = [$this->black[2 * ($y & 1)], $this->black[2 * ($y & 1) + 1]];
        for ($x = 0; $x < $width; ++$x) {
            $light = null === $seen || $x < $this->left ? 0 : $seen[$filters[($x - $this->left) % $this->side]][intdiv($x - $this->left, $scale)];
            $row[] = $black[$x & 1] + $light + ($noise[($start + 7 * $x) & 4095] * (64 + ($light >> 6)) >> 6);
        }

        return pack('v*', ...$row);
    }

    /**
     * @param array<string, list<int>> $curves
     *
     * @return array<string, list<int>> colour => light of each pixel of a row
     */
    private static function light(Canvas $picture, int $y, array $curves): array
    {
        $seen = ['R' => [], 'G' => [], 'B' => []];
        for ($x = 0; $x < $picture->width; ++$x) {
            $pixel = (int) imagecolorat($picture->image, $x, $y);
            $seen['R'][] = $curves['R'][$pixel >> 16 & 255];
            $seen['G'][] = $curves['G'][$pixel >> 8 & 255];
            $seen['B'][] = $curves['B'][$pixel & 255];
        }

        return $seen;
    }

    /** @return list<int> the sRGB value 0 to 255 => light, the sRGB curve undone */
    private static function linear(float $gain): array
    {
        $values = [];
        for ($v = 0; $v < 256; ++$v) {
            $x = $v / 255;
            $light = $x <= 0.04045 ? $x / 12.92 : (($x + 0.055) / 1.055) ** 2.4;
            $values[] = (int) round($light * $gain * (self::WHITE - 1020) * 0.96);
        }

        return $values;
    }
}
