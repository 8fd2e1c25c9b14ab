<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Survival;

use VelvetLedger\Core\Card\Kind;

/** A file that lies at a store and is the ledger's by what lies beside it: a line in a checksum list, a row in a table, or both. */
final readonly class FoundFile
{
    /**
     * @param string                 $path      from the store's root
     * @param non-empty-list<string> $checksums XXH128 that it should have: by the lists, which are written with each change, and by the table
     * @param array<string, string>  $said      of it, by FrameTable::HEAD; empty where only a list has it
     */
    public function __construct(public string $path, public array $checksums, public array $said = [])
    {
    }

    /** What a table says; '' where it says nothing. */
    public function says(string $column): string
    {
        return $this->said[$column] ?? '';
    }

    public function number(string $column): ?int
    {
        return 1 === preg_match('/^-?\d{1,18}$/', $this->says($column)) ? (int) $this->says($column) : null;
    }

    /** Whether the file that came from the card is known: its bytes there, which these are, or were before they were stamped. */
    public function hasOriginal(): bool
    {
        return 1 === preg_match('/^[0-9a-f]{32}$/', $this->says('xxh128 on the card')) && '' !== $this->says('print on the card') && '' !== $this->says('path on the card');
    }

    /** Whether it is a sidecar that was written here, or may have been: no file of a card. */
    public function isSidecar(): bool
    {
        return [] === $this->said ? Kind::Sidecar === Kind::ofPath($this->path) : 'sidecar' === $this->says('made');
    }
}
