<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Placing;

/** The work that a rule is for. */
final readonly class WhichWork
{
    /**
     * @param string   $kind     of work; '' for any
     * @param string   $order    a standing order's name; '' for any
     * @param int|null $fromYear null for no bound
     * @param int|null $toYear   the last one; null for no bound
     */
    private function __construct(public string $kind, public string $order, public ?int $fromYear, public ?int $toYear)
    {
    }

    public static function all(): self
    {
        return new self('', '', null, null);
    }

    /** @throws CouldNotPlace */
    public static function of(string $kind = '', string $order = '', ?int $fromYear = null, ?int $toYear = null): self
    {
        if ('' === $kind && '' === $order && null === $fromYear && null === $toYear) {
            throw CouldNotPlace::ofAnything();
        }
        if (null !== $fromYear && null !== $toYear && $toYear < $fromYear) {
            throw CouldNotPlace::yearsTurned($fromYear, $toYear);
        }

        return new self($kind, $order, $fromYear, $toYear);
    }

    public function takes(PlacedWork $work): bool
    {
        return ('' === $this->kind || mb_strtolower($this->kind) === mb_strtolower($work->kind))
            && ('' === $this->order || $this->order === $work->order)
            && (null === $this->fromYear || $work->year >= $this->fromYear)
            && (null === $this->toYear || $work->year <= $this->toYear);
    }

    /** "Work of the kind “weddings” of 2024 to 2026". */
    public function inWords(): string
    {
        $years = match (true) {
            null === $this->fromYear && null === $this->toYear => '',
            $this->fromYear === $this->toYear => " of $this->fromYear",
            null === $this->fromYear => " until $this->toYear",
            null === $this->toYear => " since $this->fromYear",
            default => " of $this->fromYear to $this->toYear",
        };

        return '' === $this->kind.$this->order.$years ? 'All other work' : ('' === $this->kind ? 'Work' : "Work of the kind “{$this->kind}”").('' === $this->order ? '' : " by the order “{$this->order}”").$years;
    }
}
