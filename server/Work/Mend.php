<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

/** Work: to mend what was asked for at a store. */
final readonly class Mend implements Work
{
    /** @param string $name of the store */
    public function __construct(public int $store, public string $name)
    {
    }

    public function inWords(): string
    {
        return "What is to be mended on $this->name";
    }
}
