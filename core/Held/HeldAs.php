<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Held;

/** What the ledger holds already: under which name at the store, and since when. */
final readonly class HeldAs
{
    /**
     * @param string $path  from the store's root
     * @param string $since date, "2026-05-03"
     */
    public function __construct(public string $path, public string $since)
    {
    }

    public function name(): string
    {
        return basename($this->path);
    }
}
