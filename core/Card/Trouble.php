<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/** A place on a card that could not be looked into, or was not followed, and why. */
final readonly class Trouble
{
    public function __construct(public string $path, public string $reason)
    {
    }
}
