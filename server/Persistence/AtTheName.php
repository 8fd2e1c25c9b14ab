<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use VelvetLedger\Core\Held\HeldAs;

/** What the ledger knows of a file just before it is copied: whether its bytes are held, and whose the name is that it is to get. */
final readonly class AtTheName
{
    /** @param string|null $rival path on its card of the file that has the name; null where it is free */
    public function __construct(public ?HeldAs $held, public ?string $rival)
    {
    }
}
