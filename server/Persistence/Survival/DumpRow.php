<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Survival;

use VelvetLedger\Core\Survival\DumpDocument;
use VelvetLedger\Server\Persistence\Row;

/** A dump that was made. */
final readonly class DumpRow
{
    public int $id;
    public string $name;
    public DumpDocument $document;

    /** How much had been when it was made, see DumpRepository::changed(). */
    public int $changed;

    /** When it was restored elsewhere, and was as it should be. */
    public ?\DateTimeImmutable $provenAt;

    /** Why it was not. */
    public ?string $because;

    /** @var list<int> stores that have a copy, read back there */
    public array $stores;

    /** @param array<string, mixed> $row */
    public function __construct(array $row)
    {
        $is = Row::of($row);
        $this->id = $is->int('id');
        $this->name = $is->text('name');
        $this->document = DumpDocument::read($is->text('document'));
        $this->changed = $is->int('changed');
        $proven = $is->textOrNull('proven_at');
        $this->provenAt = null === $proven ? null : new \DateTimeImmutable($proven);
        $this->because = $is->textOrNull('because');
        $this->stores = Row::numbers((array) json_decode($is->text('stores'), true));
    }
}
