<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Conversion;

use VelvetLedger\Server\Persistence\Conversions\ConversionRepository;
use VelvetLedger\Server\Persistence\Conversions\ConversionRow;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Stores\ListsOfStore;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/** Renews the checksum lists of a shoot when the last of its raws is converted: once, not for every DNG. */
final readonly class PutsInList
{
    public function __construct(private ConversionRepository $conversions, private Stores $stores, private ShootRepository $shoots, private ListsOfStore $lists)
    {
    }

    public function after(ConversionRow $row): void
    {
        if (!$this->conversions->waitInShoot($row->shoot)) {
            $this->renew($row->shoot);
        }
    }

    public function renew(int $shoot): void
    {
        $folder = $this->shoots->find($shoot)->folder;
        foreach ($this->stores->all() as $store) {
            try {
                $this->lists->renew($this->stores->at($store)->open(), $store->id(), [$folder]);
            } catch (StoreAbsent) {
                continue; // when it is back, making its owed copies or proving it renews them
            }
        }
    }
}
