<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

/** Work: to prove a store again, or a part of it. */
final readonly class Prove implements Work
{
    public function __construct(public int $proving)
    {
    }

    public function inWords(): string
    {
        return "Proof $this->proving";
    }
}
