<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Held;

/** What the ledger holds already: under which name at the store, and since when. */
final readonly class HeldAs
{
    /**
     * @param string $path  from the store's root
     * @param string $since date, "2026-05-03"
     * @param int    $frame the frame's number in the ledger
     */
    public function __construct(public string $path, public string $since, public int $frame)
    {
    }

    public function name(): string
    {
        return basename($this->path);
    }
}
