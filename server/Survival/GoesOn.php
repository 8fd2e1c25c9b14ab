<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Survival;

use VelvetLedger\Core\Transfer\StoreMark;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Stores\StoreSigns;

/** Of two ledgers that were made from one, this one goes on, at the stores that are there. */
final readonly class GoesOn
{
    public function __construct(private Stores $stores, private StoreSigns $signs)
    {
    }

    /** @return list<string> names of those stores */
    public function here(): array
    {
        $there = [];
        foreach ($this->stores->all() as $store) {
            $path = $this->stores->at($store)->path;
            if (StoreMark::at($path)?->uuid === $store->uuid) {
                $there[$path] = $store->name();
            }
        }
        $this->signs->goOnAt(array_keys($there));

        return array_values($there);
    }
}
