<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Copies;

use VelvetLedger\Server\Persistence\Row;

/** A copy that is to lie elsewhere at its store. */
final readonly class MoveRow
{
    public int $step;
    public CopyRow $copy;

    /** From the store's root. */
    public string $to;

    /** The copy that the ledger has at that place, if any. */
    public ?int $blocker;

    /** Whether that one is to leave it. */
    public bool $blockerLeaves;

    /** @param array<string, mixed> $row */
    public function __construct(array $row)
    {
        $is = Row::of($row);
        $this->step = $is->int('step');
        $this->copy = new CopyRow($row);
        $this->to = $is->text('to_path');
        $this->blocker = $is->intOrNull('blocker');
        $this->blockerLeaves = $is->bool('blocker_leaves');
    }

    /** XXH128 of the bytes that it was last known to have. */
    public function checksum(): string
    {
        return $this->copy->last ?? $this->copy->checksum;
    }

    /** Out of the way, where two wait for each other's place; from the store's root. */
    public function beside(): string
    {
        return ltrim(\dirname('/'.$this->to).'/.'.basename($this->to).".moving-$this->step", '/');
    }
}
