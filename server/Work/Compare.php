<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

/** Work: to read in full what a card seems to hold that is held already. */
final readonly class Compare implements Work
{
    /** @param string $card as Volume's id */
    public function __construct(public string $card, public string $label)
    {
    }

    public function inWords(): string
    {
        return "The comparison of $this->label with the ledger";
    }
}
