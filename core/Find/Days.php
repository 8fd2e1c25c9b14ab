<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Find;

/** Days that are looked for: spans, first and last day among them, of certain years or of any. */
final readonly class Days
{
    /**
     * @param list<array{string, string}> $spans  "2026-05-01" to "2026-05-31"
     * @param list<array{string, string}> $yearly of any year: "06-03" to "06-09"
     */
    private function __construct(public array $spans, public array $yearly)
    {
    }

    public static function from(string $first, string $last): self
    {
        return new self([[$first, $last]], []);
    }

    /** @param string $last may lie before $first: then it is the year's after */
    public static function everyYear(string $first, string $last): self
    {
        return new self([], $first <= $last ? [[$first, $last]] : [[$first, '12-31'], ['01-01', $last]]);
    }

    public function or(self $other): self
    {
        return new self([...$this->spans, ...$other->spans], [...$this->yearly, ...$other->yearly]);
    }

    /** @param string $day "2026-05-04" */
    public function has(string $day): bool
    {
        foreach ($this->spans as [$first, $last]) {
            if ($first <= $day && $day <= $last) {
                return true;
            }
        }
        foreach ($this->yearly as [$first, $last]) {
            if ($first <= substr($day, 5) && substr($day, 5) <= $last) {
                return true;
            }
        }

        return false;
    }
}
