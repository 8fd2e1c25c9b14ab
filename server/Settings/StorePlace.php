<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Settings;

/** A store as the settings have it: what it is called, and the folder where it is looked for. */
final readonly class StorePlace
{
    public function __construct(public string $name, public string $path)
    {
    }
}
