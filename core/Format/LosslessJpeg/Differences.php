<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\LosslessJpeg;

/** Counts differences by their category, and writes them as bits (ITU-T T.81, H.1.2.2 and table H.2). */
final class Differences
{
    private const EMPTIED = 32;

    /** @var list<int>|null difference, modulo 65,536 => its category: the bits that its size takes; 16 for 32,768 alone */
    private static ?array $categories = null;

    /**
     * @param list<int>       $differences four a number
     * @param int             $samples     of the line; the last number may hold fewer than four
     * @param array<int, int> $found       difference => how often, counted on
     */
    public static function count(array $differences, int $samples, array &$found): void
    {
        $left = $samples % 4;
        $last = 0 === $left ? null : array_pop($differences);
        foreach ($differences as $four) {
            ++$found[$four & 0xFFFF];
            ++$found[$four >> 16 & 0xFFFF];
            ++$found[$four >> 32 & 0xFFFF];
            ++$found[$four >> 48 & 0xFFFF];
        }
        for ($i = 0; null !== $last && $i < $left; ++$i) {
            ++$found[$last >> 16 * $i & 0xFFFF];
        }
    }

    /**
     * @param array<int, int> $found difference => how often
     *
     * @return array<int, int> category => how often
     */
    public static function byCategory(array $found): array
    {
        $categories = self::categories();
        $sums = array_fill(0, 17, 0);
        foreach ($found as $difference => $often) {
            if (0 !== $often) {
                $sums[$categories[$difference]] += $often;
            }
        }

        return $sums;
    }

    /**
     * Code and further bits of each difference, as one number: the bits above the lowest six, their count in these; 0 where its
     * category has no code. The differences of a category follow each other, and so do their bits: those above 0, and those
     * below 0, which are written less one (F.1.2.1.1).
     *
     * @return list<int>
     */
    public static function table(HuffmanCode $code): array
    {
        $above = $below = [];
        for ($category = 15; $category > 0; --$category) {
            $many = 1 << $category - 1;
            $entry = ($code->codes[$category] ?? 0) << $category + 6 | ($code->lengths[$category] ?? 0) + $category;
            $hasCode = isset($code->codes[$category]);
            $above[] = $hasCode ? range($entry + ($many << 6), $entry + ((2 * $many - 1) << 6), 64) : array_fill(0, $many, 0);
            $below[] = $hasCode ? range($entry, $entry + (($many - 1) << 6), 64) : array_fill(0, $many, 0);
        }
        $single = static fn (int $category): int => isset($code->codes[$category]) ? $code->codes[$category] << 6 | $code->lengths[$category] : 0; // 32,768 needs no further bits (H.1.2.2)

        return array_merge([$single(0)], ...array_reverse($above), ...[[$single(16)]], ...$below);
    }

    /**
     * The entropy-coded segment (F.1.2.1.3): 0xFF is followed by 0, what is left of the last byte is filled with ones.
     *
     * @param list<list<int>> $lines   differences, four a number
     * @param int             $samples of a line
     * @param array<int, int> $table
     */
    public static function bits(array $lines, int $samples, array $table): string
    {
        [$bits, $held, $coded, $left] = [0, 0, '', $samples % 4];
        foreach ($lines as $line) {
            $last = 0 === $left ? 0 : (int) array_pop($line);
            $words = [];
            foreach ($line as $four) {
                $entry = $table[$four & 0xFFFF];
                $held += $length = $entry & 63;
                $bits = $bits << $length | $entry >> 6;
                if ($held >= 32) {
                    $words[] = $bits >> $held -= 32;
                    $bits &= (1 << $held) - 1;
                }
                $entry = $table[$four >> 16 & 0xFFFF];
                $held += $length = $entry & 63;
                $bits = $bits << $length | $entry >> 6;
                if ($held >= 32) {
                    $words[] = $bits >> $held -= 32;
                    $bits &= (1 << $held) - 1;
                }
                $entry = $table[$four >> 32 & 0xFFFF];
                $held += $length = $entry & 63;
                $bits = $bits << $length | $entry >> 6;
                if ($held >= 32) {
                    $words[] = $bits >> $held -= 32;
                    $bits &= (1 << $held) - 1;
                }
                $entry = $table[$four >> 48 & 0xFFFF];
                $held += $length = $entry & 63;
                $bits = $bits << $length | $entry >> 6;
                if ($held >= 32) {
                    $words[] = $bits >> $held -= 32;
                    $bits &= (1 << $held) - 1;
                }
            }
            for ($i = 0; $i < $left; ++$i) {
                $entry = $table[$last >> 16 * $i & 0xFFFF];
                $bits = $bits << ($entry & 63) | $entry >> 6;
                $held += $entry & 63;
                if ($held >= self::EMPTIED) {
                    $held -= self::EMPTIED;
                    $words[] = $bits >> $held;
                    $bits &= (1 << $held) - 1;
                }
            }
            $coded .= pack('N*', ...$words);
        }
        $rest = substr(pack('N', $bits << self::EMPTIED - $held | (1 << self::EMPTIED - $held) - 1), 0, intdiv($held + 7, 8));

        return str_replace("\xFF", "\xFF\0", $coded.$rest);
    }

    /** @return list<int> */
    private static function categories(): array
    {
        if (null === self::$categories) {
            $categories = [];
            for ($difference = 0; $difference < 0x10000; ++$difference) {
                $size = $difference >= 0x8000 ? 0x10000 - $difference : $difference;
                $categories[] = 0 === $size ? 0 : \strlen(decbin($size));
            }
            self::$categories = $categories;
        }

        return self::$categories;
    }
}
