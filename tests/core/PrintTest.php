<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Hint\Luminance;
use VelvetLedger\Core\Hint\PerceptualPrint;
use VelvetLedger\Core\Hint\Sharpness;

/** What a picture looks like in 64 bits (Zauner 2010), and how sharp it is where. */
final class PrintTest extends TestCase
{
    /** By the definition of the transform, written out: for each coefficient the double sum over all 32 x 32 pixels. */
    public function testTheBitsAreThoseOfTheTransformByItsDefinition(): void
    {
        mt_srand(7);
        $values = implode('', array_map(static fn (): string => \chr(mt_rand(0, 255)), range(1, 1024)));
        $coefficients = [];
        for ($v = 1; $v <= 8; ++$v) {
            for ($u = 1; $u <= 8; ++$u) {
                $sum = 0.0;
                for ($y = 0; $y < 32; ++$y) {
                    for ($x = 0; $x < 32; ++$x) {
                        $sum += \ord($values[32 * $y + $x]) * cos(\M_PI / 32 * ($x + 0.5) * $u) * cos(\M_PI / 32 * ($y + 0.5) * $v);
                    }
                }
                $coefficients[] = $sum;
            }
        }
        $sorted = $coefficients;
        sort($sorted);
        $median = ($sorted[31] + $sorted[32]) / 2;
        $bits = implode('', array_map(static fn (float $one): string => $one > $median ? '1' : '0', $coefficients));
        self::assertSame(implode('', array_map(static fn (string $four): string => dechex((int) bindec($four)), str_split($bits, 4))), PerceptualPrint::of(new Luminance($values, 32, 32))->bits);
    }

    public function testScaledDarkerAndNoisyAPictureKeepsItsPrintAndAnotherHasAnother(): void
    {
        $scene = static fn (float $x, float $y): float => 120 + 60 * sin(7 * $x + 3 * $y * $y) + 50 * cos(11 * $y - 4 * $x);
        $print = self::print(320, 213, $scene);
        mt_srand(3);
        self::assertLessThanOrEqual(4, $print->distance(self::print(160, 107, $scene)));
        self::assertLessThanOrEqual(4, $print->distance(self::print(320, 213, static fn (float $x, float $y): float => 0.7 * $scene($x, $y) + 10)));
        self::assertLessThanOrEqual(6, $print->distance(self::print(320, 213, static fn (float $x, float $y): float => $scene($x, $y) + mt_rand(-12, 12))));
        self::assertGreaterThan(20, $print->distance(self::print(320, 213, static fn (float $x, float $y): float => $scene(1 - $x, $y))), 'the other way round');
        self::assertSame(0, $print->distance(PerceptualPrint::ofBits($print->bits)));
        self::assertSame(64, PerceptualPrint::ofBits('0000000000000000')->distance(PerceptualPrint::ofBits('ffffffffffffffff')));
    }

    public function testAPictureIsSharpWhereItIsAndSaysNothingOfPlainSky(): void
    {
        $values = '';
        for ($y = 0; $y < 192; ++$y) {
            for ($x = 0; $x < 256; ++$x) {
                $values .= \chr($y < 96 ? 130 : ($x < 128 ? ($x % 2 + $y % 2) * 100 : (int) (128 + 100 * sin($x / 8))));
            }
        }
        $sharpness = Sharpness::of(new Luminance($values, 256, 192));
        $at = static fn (int $column, int $row): ?int => $sharpness->regions[Sharpness::COLUMNS * $row + $column];
        self::assertNull($at(1, 0));
        self::assertGreaterThan(20 * (int) $at(6, 4), (int) $at(1, 4));
        self::assertSame($at(1, 4), $sharpness->best());
    }

    /** @param \Closure(float, float): float $at brightness at a place, 0 to 1 across and down */
    private static function print(int $width, int $height, \Closure $at): PerceptualPrint
    {
        $values = '';
        for ($y = 0; $y < $height; ++$y) {
            for ($x = 0; $x < $width; ++$x) {
                $values .= \chr((int) max(0, min(255, $at($x / $width, $y / $height))));
            }
        }

        return PerceptualPrint::of(new Luminance($values, $width, $height));
    }
}
