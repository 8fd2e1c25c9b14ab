<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Intakes;

use VelvetLedger\Core\Held\HeldAs;

/** What the ledger knows of a file just before it is copied: whether its bytes seem to be held, and whose the name is that it is to get. */
final readonly class AtTheName
{
    /**
     * @param HeldAs|null $held     by its quick print
     * @param string|null $checksum XXH128 of what is held so
     * @param string|null $rival    path on its card of the file that has the name; null where it is free
     */
    public function __construct(public ?HeldAs $held, public ?string $checksum, public ?string $rival)
    {
    }
}
