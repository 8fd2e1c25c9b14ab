<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

/** Work: to make the copies that a store is owed. */
final readonly class MakeOwed implements Work
{
    /** @param string $name of the store */
    public function __construct(public int $store, public string $name)
    {
    }

    public function inWords(): string
    {
        return "The copies owed to $this->name";
    }
}
