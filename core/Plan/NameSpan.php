<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

/** The new names of the first and the last file of a shoot; null where nothing is brought in. */
final readonly class NameSpan
{
    private function __construct(public ?string $first, public ?string $last)
    {
    }

    /** @param list<PlanLine> $lines in order */
    public static function of(array $lines): self
    {
        $names = array_values(array_filter(array_column($lines, 'name'), \is_string(...)));

        return new self($names[0] ?? null, [] === $names ? null : $names[\count($names) - 1]);
    }
}
