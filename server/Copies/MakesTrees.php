<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\LastingFolders;
use VelvetLedger\Server\Persistence\Placing\StageTreeRepository;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/** Makes shoots' folders in the trees of later stages, each when its store is there. */
final readonly class MakesTrees
{
    public function __construct(private StageTreeRepository $trees, private Stores $stores)
    {
    }

    public function make(): void
    {
        foreach ($this->trees->toMake() as $tree) {
            try {
                $store = $this->stores->at($this->stores->find($tree['store']))->open();
                foreach ($tree['folders'] as $folder) {
                    if (null === $store->leadsOut($folder)) {
                        LastingFolders::make($store->path($folder));
                    }
                }
                $store->confirm();
                $this->trees->made($tree['id']);
            } catch (StoreAbsent|CouldNotCopy) {
                continue; // when its store is there, and takes it
            }
        }
    }
}
