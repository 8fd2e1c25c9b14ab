<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

/** Work: to remove the originals from a card that is cleared. */
final readonly class Remove implements Work
{
    /** @param string $card as Volume's id */
    public function __construct(public string $card, public string $label)
    {
    }

    public function inWords(): string
    {
        return "Removing the cleared originals from $this->label";
    }
}
