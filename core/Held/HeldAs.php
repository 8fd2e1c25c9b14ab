<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Held;

/** What the ledger holds already: under which name at which store, since when, and whether that copy was there when it was last looked at. */
final readonly class HeldAs
{
    /**
     * @param string $path      from the store's root
     * @param string $since     date, "2026-05-03"
     * @param int    $frame     the frame's number in the ledger
     * @param int    $shoot     that of its shoot
     * @param bool   $isThere   whether that copy is where the ledger left it, as far as is known
     * @param string $store     where it is
     * @param string $proven    date of the copy's last proof
     * @param bool   $comesBack whether that copy is being mended
     */
    public function __construct(public string $path, public string $since, public int $frame, public int $shoot = 0, public bool $isThere = true, public string $store = '', public string $proven = '', public bool $comesBack = false)
    {
    }

    public function name(): string
    {
        return basename($this->path);
    }
}
