<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Held;

use VelvetLedger\Core\Words\Day;

/** A frame that was held, and that the photographer let go for good: what it was called, and on which day. */
final readonly class LetGoAs
{
    /** @param string $on "2026-11-30" */
    public function __construct(public string $stem, public string $on)
    {
    }

    public function inWords(): string
    {
        return 'let go for good on '.Day::of($this->on).", as $this->stem";
    }
}
