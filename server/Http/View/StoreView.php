<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http\View;

use VelvetLedger\Server\Settings\Store;

/** A store on the page: its name, whether it is there, bytes free on it. */
final readonly class StoreView
{
    public string $name;
    public bool $present;
    public ?int $freeBytes;

    public function __construct(Store $store)
    {
        $this->name = $store->name;
        $this->present = $store->isPresent();
        $this->freeBytes = $store->freeBytes();
    }
}
