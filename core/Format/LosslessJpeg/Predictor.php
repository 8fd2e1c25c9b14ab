<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\LosslessJpeg;

/**
 * How a sample is foretold from its neighbours: a to its left, b above it, c above a (ITU-T T.81 table H.1).
 *
 * Lines are lists of 64-bit numbers, four 16-bit samples in each, the first in the lowest bits. All four are worked on at
 * once: in a - b the highest bit of each sample is put right by hand, so that nothing is borrowed from the next one, and
 * the sum never leaves 63 bits, where PHP would go on in floating point.
 */
enum Predictor: int
{
    case Left = 1;
    case Above = 2;
    case AboveLeft = 3;
    case Plane = 4;
    case LeftAndHalfSlope = 5;
    case AboveAndHalfSlope = 6;
    case Mean = 7;

    private const SIGNS = ~0x7FFF7FFF7FFF7FFF;
    private const REST = 0x7FFF7FFF7FFF7FFF;
    private const LOWER_SIGNS = 0x0000800080008000;
    private const UPPER_SIGN = \PHP_INT_MIN;

    /**
     * What each sample of a line differs by from what is foretold, modulo 65,536 (H.1.2.2), in fours as the line is.
     *
     * @param non-empty-array<int, int> $line       four samples a number
     * @param array<int, int>|null      $above      the line above, with the same keys; none for the first, which is foretold from the left
     * @param int                       $components 1 to 4: so many samples to the left stands the neighbour
     *
     * @return list<int>
     */
    public function differences(array $line, ?array $above, int $components): array
    {
        $first = $components >= 4 ? -1 : (1 << 16 * $components) - 1;
        $predictor = null === $above ? self::Left : $this;
        $above ??= [];
        $differences = match ($predictor) {
            self::Left => self::fromLeft($line, $components, $first),
            self::Above => self::fromAbove($line, $above),
            self::AboveLeft => self::fromAboveLeft($line, $above, $components, $first),
            self::Plane => self::fromPlane($line, $above, $components, $first),
            self::LeftAndHalfSlope => self::fromLeftAndHalfSlope($line, $above, $components, $first),
            self::AboveAndHalfSlope => self::fromAboveAndHalfSlope($line, $above, $components, $first),
            self::Mean => self::fromMean($line, $above, $components, $first),
        };
        // The first sample of each component: from the one above, in the first line from half the range (H.1.2.1).
        $start = array_key_first($line);
        $from = $above[$start] ?? self::SIGNS;
        $differences[0] = $differences[0] & ~$first | self::minus($line[$start], $from) & $first;

        return $differences;
    }

    /**
     * @param array<int, int> $line
     *
     * @return non-empty-list<int>
     */
    private static function fromLeft(array $line, int $components, int $mask): array
    {
        [$up, $down, $last, $found] = [16 * $components, 64 - 16 * $components, 0, []];
        foreach ($line as $x) {
            $a = $x << $up | $last >> $down & $mask;
            $found[] = (($x & \PHP_INT_MAX | self::LOWER_SIGNS) - ($a & self::REST)) ^ (($x ^ $a ^ self::LOWER_SIGNS) & self::SIGNS);
            $last = $x;
        }

        return [] === $found ? [0] : $found;
    }

    /**
     * @param array<int, int> $line
     * @param array<int, int> $above
     *
     * @return non-empty-list<int>
     */
    private static function fromAbove(array $line, array $above): array
    {
        $found = [];
        foreach ($line as $i => $x) {
            $b = $above[$i];
            $found[] = (($x & \PHP_INT_MAX | self::LOWER_SIGNS) - ($b & self::REST)) ^ (($x ^ $b ^ self::LOWER_SIGNS) & self::SIGNS);
        }

        return [] === $found ? [0] : $found;
    }

    /**
     * @param array<int, int> $line
     * @param array<int, int> $above
     *
     * @return non-empty-list<int>
     */
    private static function fromAboveLeft(array $line, array $above, int $components, int $mask): array
    {
        [$up, $down, $lastAbove, $found] = [16 * $components, 64 - 16 * $components, 0, []];
        foreach ($line as $i => $x) {
            $c = $above[$i] << $up | $lastAbove >> $down & $mask;
            $found[] = (($x & \PHP_INT_MAX | self::LOWER_SIGNS) - ($c & self::REST)) ^ (($x ^ $c ^ self::LOWER_SIGNS) & self::SIGNS);
            $lastAbove = $above[$i];
        }

        return [] === $found ? [0] : $found;
    }

    /**
     * x - (a + b - c), as (x - a) - (b - c).
     *
     * @param array<int, int> $line
     * @param array<int, int> $above
     *
     * @return non-empty-list<int>
     */
    private static function fromPlane(array $line, array $above, int $components, int $mask): array
    {
        [$up, $down, $last, $lastAbove, $found] = [16 * $components, 64 - 16 * $components, 0, 0, []];
        foreach ($line as $i => $x) {
            $b = $above[$i];
            $a = $x << $up | $last >> $down & $mask;
            $c = $b << $up | $lastAbove >> $down & $mask;
            $p = (($x & \PHP_INT_MAX | self::LOWER_SIGNS) - ($a & self::REST)) ^ (($x ^ $a ^ self::LOWER_SIGNS) & self::SIGNS);
            $q = (($b & \PHP_INT_MAX | self::LOWER_SIGNS) - ($c & self::REST)) ^ (($b ^ $c ^ self::LOWER_SIGNS) & self::SIGNS);
            $found[] = (($p & \PHP_INT_MAX | self::LOWER_SIGNS) - ($q & self::REST)) ^ (($p ^ $q ^ self::LOWER_SIGNS) & self::SIGNS);
            $last = $x;
            $lastAbove = $b;
        }

        return [] === $found ? [0] : $found;
    }

    /**
     * x - (a + half of (b - c)), as (x - a) - half. Half is rounded down as an arithmetic shift does (note to table H.1): it is
     * the mean of b and 65,535 - c, rounded up, less 32,768.
     *
     * @param array<int, int> $line
     * @param array<int, int> $above
     *
     * @return non-empty-list<int>
     */
    private static function fromLeftAndHalfSlope(array $line, array $above, int $components, int $mask): array
    {
        [$up, $down, $last, $lastAbove, $found] = [16 * $components, 64 - 16 * $components, 0, 0, []];
        foreach ($line as $i => $x) {
            $b = $above[$i];
            $a = $x << $up | $last >> $down & $mask;
            $p = (($x & \PHP_INT_MAX | self::LOWER_SIGNS) - ($a & self::REST)) ^ (($x ^ $a ^ self::LOWER_SIGNS) & self::SIGNS);
            $c = ~($b << $up | $lastAbove >> $down & $mask);
            $s = $b | $c;
            $q = (($s & \PHP_INT_MAX | self::LOWER_SIGNS) - (($b ^ $c) >> 1 & self::REST)) ^ (($s ^ self::UPPER_SIGN) & self::SIGNS);
            $found[] = (($p & \PHP_INT_MAX | self::LOWER_SIGNS) - ($q & self::REST)) ^ (($p ^ $q ^ self::LOWER_SIGNS) & self::SIGNS);
            $last = $x;
            $lastAbove = $b;
        }

        return [] === $found ? [0] : $found;
    }

    /**
     * x - (b + half of (a - c)), as (x - b) - half.
     *
     * @param array<int, int> $line
     * @param array<int, int> $above
     *
     * @return non-empty-list<int>
     */
    private static function fromAboveAndHalfSlope(array $line, array $above, int $components, int $mask): array
    {
        [$up, $down, $last, $lastAbove, $found] = [16 * $components, 64 - 16 * $components, 0, 0, []];
        foreach ($line as $i => $x) {
            $b = $above[$i];
            $p = (($x & \PHP_INT_MAX | self::LOWER_SIGNS) - ($b & self::REST)) ^ (($x ^ $b ^ self::LOWER_SIGNS) & self::SIGNS);
            $a = $x << $up | $last >> $down & $mask;
            $c = ~($b << $up | $lastAbove >> $down & $mask);
            $s = $a | $c;
            $q = (($s & \PHP_INT_MAX | self::LOWER_SIGNS) - (($a ^ $c) >> 1 & self::REST)) ^ (($s ^ self::UPPER_SIGN) & self::SIGNS);
            $found[] = (($p & \PHP_INT_MAX | self::LOWER_SIGNS) - ($q & self::REST)) ^ (($p ^ $q ^ self::LOWER_SIGNS) & self::SIGNS);
            $last = $x;
            $lastAbove = $b;
        }

        return [] === $found ? [0] : $found;
    }

    /**
     * x - half of (a + b): what a and b have in common, and half of what only one of them has.
     *
     * @param array<int, int> $line
     * @param array<int, int> $above
     *
     * @return non-empty-list<int>
     */
    private static function fromMean(array $line, array $above, int $components, int $mask): array
    {
        [$up, $down, $last, $found] = [16 * $components, 64 - 16 * $components, 0, []];
        foreach ($line as $i => $x) {
            $b = $above[$i];
            $a = $x << $up | $last >> $down & $mask;
            $common = $a & $b;
            $m = (($common & self::REST | \PHP_INT_MIN) + (($a ^ $b) >> 1 & self::REST)) ^ (($common ^ \PHP_INT_MIN) & self::SIGNS);
            $found[] = (($x & \PHP_INT_MAX | self::LOWER_SIGNS) - ($m & self::REST)) ^ (($x ^ $m ^ self::LOWER_SIGNS) & self::SIGNS);
            $last = $x;
        }

        return [] === $found ? [0] : $found;
    }

    private static function minus(int $a, int $b): int
    {
        return (($a & \PHP_INT_MAX | self::LOWER_SIGNS) - ($b & self::REST)) ^ (($a ^ $b ^ self::LOWER_SIGNS) & self::SIGNS);
    }
}
