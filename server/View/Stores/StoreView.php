<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Stores;

use VelvetLedger\Server\Stores\Store;

/** A store on the page: its name, whether it is there and why not, bytes free on it. */
final readonly class StoreView
{
    public string $name;
    public bool $present;
    public ?string $absentBecause;
    public ?int $freeBytes;

    public function __construct(Store $store)
    {
        $this->name = $store->name;
        $this->present = $store->isPresent();
        $this->absentBecause = $this->present ? null : $store->absence()->getMessage();
        $this->freeBytes = $store->freeBytes();
    }
}
