<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Settings;

use VelvetLedger\Server\Persistence\Copies\StoreRole;

/** A store as the settings have it: what it is for and called, and the folder where it is looked for. */
final readonly class StorePlace
{
    public function __construct(public StoreRole $role, public string $name, public string $path)
    {
    }
}
