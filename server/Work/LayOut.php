<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

/** Work: selects of a shoot are laid out in their subfolder, as copies. */
final readonly class LayOut implements Work
{
    /** @param string $name of the shoot */
    public function __construct(public int $shoot, public string $name)
    {
    }

    public function inWords(): string
    {
        return "Selects of $this->name";
    }
}
