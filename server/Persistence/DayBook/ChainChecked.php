<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\DayBook;

/** How far the day book's chain of digests was worked out again, and what came of it. */
final readonly class ChainChecked
{
    /**
     * @param int      $position of the last seal that was worked out again
     * @param string   $digest   of it
     * @param int|null $found    the first entry that does not fit, or has no seal, as far as this round came
     * @param int|null $broken   the same, as is to be said: what the round before found is so until this one comes to its end
     * @param int      $begun    Unix seconds, when this round began
     * @param int|null $whole    Unix seconds, when all of it was last found whole; null where it never was
     */
    private function __construct(public int $position, public string $digest, private ?int $found, public ?int $broken, public int $begun, public ?int $whole)
    {
    }

    /** @param self|null $before the round before; null for a book that was never looked at */
    public static function begun(int $now, ?self $before): self
    {
        return new self(0, '', null, $before?->broken, $now, $before?->whole);
    }

    public function and(int $position, string $digest, ?int $broken, bool $isAll, int $now): self
    {
        $found = $this->found ?? $broken;

        return new self($position, $digest, $found, $isAll ? $found : $found ?? $this->broken, $this->begun, $isAll && null === $found ? $now : $this->whole);
    }
}
