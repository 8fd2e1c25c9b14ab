<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Find;

/** Numbers of frames, as bits in blocks of 4,096: sets of hundreds of thousands are joined and counted in less than a millisecond. */
final readonly class FrameSet
{
    /** Frames in a block. */
    public const BLOCK = 4096;

    /** What a number is shifted by to give its block. */
    public const SHIFT = 12;

    private const BYTES = 512;

    /** @param array<int, string> $blocks block => 512 bytes, the lowest number in the highest bit of the first; none that are empty */
    private function __construct(private array $blocks)
    {
    }

    public static function none(): self
    {
        return new self([]);
    }

    /** @param array<int, string> $blocks block => 512 bytes */
    public static function ofBlocks(array $blocks): self
    {
        return new self(array_filter($blocks, static fn (string $bits): bool => '' !== trim($bits, "\0")));
    }

    public static function of(int ...$numbers): self
    {
        $blocks = [];
        foreach ($numbers as $number) {
            $blocks[$number >> self::SHIFT][] = $number & (self::BLOCK - 1);
        }

        return new self(array_map(self::bits(...), $blocks));
    }

    /**
     * @param array<int> $places in a block, 0 to 4,095
     *
     * @return string 512 bytes
     */
    public static function bits(array $places): string
    {
        $bytes = [];
        foreach ($places as $place) {
            $bytes[$place >> 3] = ($bytes[$place >> 3] ?? 0) | 0x80 >> ($place & 7);
        }
        $bits = str_repeat("\0", self::BYTES);
        foreach ($bytes as $at => $byte) {
            $bits[$at] = \chr($byte);
        }

        return $bits;
    }

    public function and(self $other): self
    {
        $both = array_intersect_key($this->blocks, $other->blocks);
        foreach ($both as $block => $bits) {
            $both[$block] = $bits & $other->blocks[$block];
        }

        return self::ofBlocks($both);
    }

    public function or(self $other): self
    {
        $either = $this->blocks + $other->blocks;
        foreach (array_intersect_key($this->blocks, $other->blocks) as $block => $bits) {
            $either[$block] = $bits | $other->blocks[$block];
        }

        return new self($either);
    }

    public function without(self $other): self
    {
        $left = $this->blocks;
        foreach (array_intersect_key($left, $other->blocks) as $block => $bits) {
            $left[$block] = $bits & ~$other->blocks[$block];
        }

        return self::ofBlocks($left);
    }

    public function isEmpty(): bool
    {
        return [] === $this->blocks;
    }

    public function has(int $number): bool
    {
        $bits = $this->blocks[$number >> self::SHIFT] ?? null;
        $place = $number & (self::BLOCK - 1);

        return null !== $bits && 0 !== (\ord($bits[$place >> 3]) & 0x80 >> ($place & 7));
    }

    public function count(): int
    {
        $count = 0;
        foreach ($this->blocks as $bits) {
            foreach (count_chars($bits, 1) as $byte => $times) {
                $count += $times * substr_count(decbin($byte), '1');
            }
        }

        return $count;
    }

    /** @return list<int> in order */
    public function numbers(): array
    {
        $blocks = $this->blocks;
        ksort($blocks);
        $numbers = [];
        foreach ($blocks as $block => $bits) {
            foreach (str_split($bits) as $at => $byte) {
                for ($byte = \ord($byte), $bit = 0; 0 !== $byte; $byte = $byte << 1 & 0xFF, ++$bit) {
                    if (0 !== ($byte & 0x80)) {
                        $numbers[] = ($block << self::SHIFT) + ($at << 3) + $bit;
                    }
                }
            }
        }

        return $numbers;
    }

    /** @return array<int, string> block => 512 bytes; none that are empty */
    public function blocks(): array
    {
        return $this->blocks;
    }
}
