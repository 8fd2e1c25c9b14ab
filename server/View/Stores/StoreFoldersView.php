<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Stores;

/** The folders in a folder of a store, to choose from. */
final readonly class StoreFoldersView
{
    /** @param list<string>|null $folders null where there is no such folder yet */
    public function __construct(public string $in, public string $store, public ?array $folders)
    {
    }
}
