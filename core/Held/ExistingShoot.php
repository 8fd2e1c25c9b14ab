<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Held;

/** A shoot that the ledger holds, to be joined. */
final readonly class ExistingShoot
{
    /**
     * @param string $folder       from the store's root
     * @param string $framesFolder where in it its frames lie
     */
    public function __construct(public int $id, public string $folder, public string $framesFolder, public string $date, public string $description)
    {
    }
}
