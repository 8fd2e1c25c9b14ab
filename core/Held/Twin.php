<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Held;

/** Where the same frame stands a second time. */
final readonly class Twin
{
    private function __construct(public string $where, public bool $onThisCard)
    {
    }

    /** @param string $path of the frame's earlier file, as PathText */
    public static function onThisCard(string $path): self
    {
        return new self($path, true);
    }

    public static function onCard(string $label): self
    {
        return new self($label, false);
    }
}
