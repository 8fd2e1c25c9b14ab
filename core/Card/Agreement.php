<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/**
 * How far a file that is damaged is seen to be another one: block by block, of what can be read of it. A block that holds
 * one value throughout is what a medium gives in place of what it lost, and says nothing; one of another content says that
 * the two are not the same.
 */
final readonly class Agreement
{
    private const BLOCK = 4096;

    /** Bytes that must agree, or of a smaller file a quarter of it: more than what bodies of one model write into every file. */
    private const ENOUGH = 65_536;

    /** A medium takes seconds to say that a block cannot be read: after so many it is asked no more, and after fewer where somebody waits. */
    private const MOST_FAILURES = 64;
    private const MOST_FAILURES_AT_A_LOOK = 8;

    /** @param int $bytes that were read in both, and are the same */
    private function __construct(public int $bytes, public bool $differs, private int $of)
    {
    }

    /**
     * @param string   $damaged absolute
     * @param string   $whole   absolute, of the same size
     * @param int|null $blocks  so many are looked at, from the first to the last; null for all
     */
    public static function of(string $damaged, string $whole, ?int $blocks = null): self
    {
        $size = (int) @filesize($whole);
        [$one, $other] = [@fopen($damaged, 'rn'), @fopen($whole, 'rn')];
        if (false === $one || false === $other || $size !== @filesize($damaged)) {
            return new self(0, false, $size);
        }
        $last = max(0, intdiv($size - 1, self::BLOCK));
        $step = null === $blocks ? 1 : max(1, intdiv($last, $blocks));
        $failures = null === $blocks ? self::MOST_FAILURES : self::MOST_FAILURES_AT_A_LOOK;
        $agreed = 0;
        for ($block = 0, $next = true; $next && $failures > 0; $next = $block < $last, $block = min($block + $step, $last)) {
            $here = self::block($one, $block * self::BLOCK);
            $failures -= '' === $here ? 1 : 0;
            if (\strlen(count_chars($here, 3)) > 1) {
                if ($here !== self::block($other, $block * self::BLOCK)) {
                    return new self($agreed, true, $size);
                }
                $agreed += \strlen($here);
            }
        }

        return new self($agreed, false, $size);
    }

    /** Whether enough of it is the same, and nothing another. */
    public function proves(): bool
    {
        return !$this->differs && $this->bytes > 0 && $this->bytes >= min(self::ENOUGH, intdiv($this->of, 4));
    }

    /** @param resource $of */
    private static function block(mixed $of, int $at): string
    {
        return 0 === @fseek($of, $at) ? (string) @fread($of, self::BLOCK) : '';
    }
}
