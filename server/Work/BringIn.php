<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

/** Work: to copy what an intake's receipt waits for. */
final readonly class BringIn implements Work
{
    public function __construct(public int $receipt)
    {
    }

    public function inWords(): string
    {
        return "Receipt $this->receipt";
    }
}
