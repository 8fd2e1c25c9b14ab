<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\LosslessJpeg;

/** A Huffman code of no more than 16 bits a symbol, as ITU-T T.81 annexes C and K.2 make it: no code is all ones. */
final readonly class HuffmanCode
{
    private const LONGEST = 16;

    /**
     * @param array<int, int> $lengths symbol => bits, the commonest first
     * @param array<int, int> $codes   symbol => code
     */
    private function __construct(public array $lengths, public array $codes)
    {
    }

    /**
     * The shortest code for symbols that occur so often.
     *
     * @param array<int, int> $frequencies symbol (0 to 255) => how often it occurs; those that never do get no code
     */
    public static function of(array $frequencies): self
    {
        $frequencies = array_filter($frequencies, static fn (int $often): bool => $often > 0);
        arsort($frequencies);
        $perLength = self::limited(self::counted($frequencies + [256 => 1])); // symbol 256 takes up the code of all ones (K.2)
        $lengths = $codes = [];
        $symbols = array_keys($frequencies);
        [$next, $code] = [0, 0];
        for ($length = 1; $length <= self::LONGEST; ++$length) {
            for ($i = 0; $i < $perLength[$length]; ++$i) {
                $lengths[$symbols[$next]] = $length;
                $codes[$symbols[$next++]] = $code++;
            }
            $code <<= 1;
        }

        return new self($lengths, $codes);
    }

    /** A DHT segment's body for table 0 (B.2.4.2): class and number, 16 counts, the symbols. */
    public function table(): string
    {
        $counts = array_fill(1, self::LONGEST, 0);
        foreach ($this->lengths as $length) {
            ++$counts[$length];
        }

        return "\0".pack('C*', ...array_values($counts), ...array_keys($this->lengths));
    }

    /**
     * How many symbols there are of each length (figure K.1).
     *
     * @param array<int, int> $frequencies
     *
     * @return array<int, int> length => symbols
     */
    private static function counted(array $frequencies): array
    {
        $lengths = array_fill_keys(array_keys($frequencies), 0);
        $trees = [];
        foreach ($frequencies as $symbol => $often) {
            $trees[] = [$often, [$symbol]];
        }
        while (\count($trees) > 1) {
            // The two rarest become one; of equals, the one with the larger symbol.
            usort($trees, static fn (array $a, array $b): int => [$b[0], max($a[1])] <=> [$a[0], max($b[1])]);
            [[$oneOften, $one], [$otherOften, $other]] = [array_pop($trees), array_pop($trees)];
            foreach ([...$one, ...$other] as $symbol) {
                ++$lengths[$symbol];
            }
            $trees[] = [$oneOften + $otherOften, [...$one, ...$other]];
        }

        return array_count_values($lengths) + array_fill(1, 256, 0);
    }

    /**
     * Codes that are too long are made shorter, two at a time (figure K.3); the one for symbol 256 is taken out.
     *
     * @param array<int, int> $counts
     *
     * @return array<int, int>
     */
    private static function limited(array $counts): array
    {
        for ($i = 256; $i > self::LONGEST; --$i) {
            while ($counts[$i] > 0) {
                $j = $i - 2;
                while (0 === $counts[$j]) {
                    --$j;
                }
                $counts[$i] -= 2;
                ++$counts[$i - 1];
                $counts[$j + 1] += 2;
                --$counts[$j];
            }
        }
        $longest = self::LONGEST;
        while (0 === $counts[$longest]) {
            --$longest;
        }
        --$counts[$longest];

        return $counts;
    }
}
