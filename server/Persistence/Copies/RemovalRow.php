<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Copies;

use VelvetLedger\Server\Persistence\Row;

/** A copy that is to be taken away at its store. */
final readonly class RemovalRow
{
    public int $step;
    public CopyRow $copy;

    /** What its frame is called. */
    public string $stem;

    /** @param array<string, mixed> $columns */
    public function __construct(array $columns)
    {
        $row = Row::of($columns);
        $this->step = $row->int('step');
        $this->stem = $row->text('stem');
        $this->copy = new CopyRow($columns);
    }
}
