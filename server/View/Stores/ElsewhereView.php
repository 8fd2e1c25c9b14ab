<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Stores;

/** A store that is not here, and is attached to another machine of this ledger now. */
final readonly class ElsewhereView
{
    public function __construct(public int $store, public string $machine)
    {
    }
}
