<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Copies;

use VelvetLedger\Server\Persistence\Row;

/** One proving: of what, how far it is, and what it found. */
final readonly class ProvingRow
{
    /** @var list<string> files that are not the ledger's, from the store's root; not all where they are very many */
    public array $unknown;

    /** @param array<string, mixed> $row */
    private function __construct(private array $row)
    {
        $this->unknown = Row::words($row['unknown'] ?? null);
    }

    /** @param array<string, mixed> $row */
    public static function of(array $row): self
    {
        return new self($row);
    }

    public function id(): int
    {
        return $this->int('id');
    }

    public function store(): int
    {
        return $this->int('store_id');
    }

    public function shoot(): ?int
    {
        return 0 === $this->int('shoot_id') ? null : $this->int('shoot_id');
    }

    /** A share of 1 in so many. */
    public function days(): ?int
    {
        return 0 === $this->int('days') ? null : $this->int('days');
    }

    public function isOpen(): bool
    {
        return $this->state()->isOpen();
    }

    public function state(): ProvingState
    {
        return ProvingState::from($this->text('state') ?? '');
    }

    public function text(string $column): ?string
    {
        return Row::of($this->row)->textOrNull($column);
    }

    public function int(string $column): int
    {
        return Row::of($this->row)->intOrNull($column) ?? 0;
    }
}
