<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Look;

/** Frames by what is no decision and no stars: of each facet one value, or any. */
final readonly class Among
{
    /** @param array<string, string> $values facet => value */
    private function __construct(private array $values)
    {
    }

    public static function all(): self
    {
        return new self([]);
    }

    public function with(Facet $facet, string $value): self
    {
        return '' === $value ? new self(array_diff_key($this->values, [$facet->value => ''])) : new self([$facet->value => $value] + $this->values);
    }

    public function value(Facet $facet): string
    {
        return $this->values[$facet->value] ?? '';
    }

    public function lets(LookedAt $frame, Traits $traits): bool
    {
        foreach ($this->values as $facet => $value) {
            if (!\in_array($value, Facet::from($facet)->of($frame, $traits), true)) {
                return false;
            }
        }

        return true;
    }
}
