<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use VelvetLedger\Server\Copies\OwedSoFar;

/** Work: to go on with making the copies that a store is owed. */
final readonly class MakeOwed implements Work
{
    /** @param string $name of the store */
    public function __construct(public int $store, public string $name, public OwedSoFar $came = new OwedSoFar())
    {
    }

    public function inWords(): string
    {
        return "The copies owed to $this->name";
    }
}
