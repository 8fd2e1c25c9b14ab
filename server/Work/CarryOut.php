<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use VelvetLedger\Server\Copies\OwedSoFar;

/** Work: to go on with what a store is owed: copies to be moved there, mended and made. */
final readonly class CarryOut implements Work
{
    /** @param string $name of the store */
    public function __construct(public int $store, public string $name, public OwedSoFar $came = new OwedSoFar())
    {
    }

    public function inWords(): string
    {
        return "What $this->name is owed";
    }
}
