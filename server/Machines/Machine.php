<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Machines;

/** A machine, as the others of its ledger know it: several can work on one database, each with readers and drives that the others do not see. */
final readonly class Machine
{
    public function __construct(public string $id, public string $name)
    {
    }
}
