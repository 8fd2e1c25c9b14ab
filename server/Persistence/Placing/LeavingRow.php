<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Placing;

use VelvetLedger\Server\Persistence\Copies\CopyRow;
use VelvetLedger\Server\Persistence\Row;

/** A copy that is to leave its store. */
final readonly class LeavingRow
{
    public int $step;
    public CopyRow $copy;

    /** How many proven copies are to lie elsewhere, each on a device of its own. */
    public int $number;

    /** @var list<int> stores in use where one lies that was proven, and stays */
    public array $elsewhere;

    /** @param array<string, mixed> $columns */
    public function __construct(array $columns)
    {
        $row = Row::of($columns);
        $this->step = $row->int('step');
        $this->number = $row->int('number');
        $this->elsewhere = Row::numbers(array_values((array) json_decode($row->textOrNull('elsewhere') ?? '[]', true)));
        $this->copy = new CopyRow($columns);
    }
}
