<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

/** Says which names are taken already at the store that a plan is made for. */
interface NamesInUse
{
    /**
     * @param string $folder from the store's root
     * @param string $name   compared without regard to case, as most file systems do
     */
    public function isTaken(string $folder, string $name): bool;
}
