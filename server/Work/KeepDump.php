<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

/** Work: the ledger is dumped, where anything changed since it was; the dump comes to the stores, and is proven. */
final readonly class KeepDump implements Work
{
    public function inWords(): string
    {
        return 'A dump of the ledger';
    }
}
