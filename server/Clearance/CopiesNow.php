<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Clearance;

use VelvetLedger\Core\Clearance\CopyOfFile;
use VelvetLedger\Server\Persistence\ClearanceRepository;
use VelvetLedger\Server\Stores\Drives;
use VelvetLedger\Server\Stores\Store;
use VelvetLedger\Server\Stores\Stores;

/** Copies as they count now: where their store is there, whether they are there too, of the size that they must have. */
final readonly class CopiesNow
{
    public function __construct(private ClearanceRepository $known, private Stores $stores, private Drives $drives)
    {
    }

    /**
     * @param list<string> $checksums of originals
     *
     * @return array<string, list<CopyOfFile>> by checksum; a checksum that the ledger has no original of is not among them
     */
    public function of(array $checksums): array
    {
        $found = $stores = $devices = [];
        clearstatcache();
        foreach ($this->known->copies($checksums) as $copy) {
            $number = $copy['store'];
            if (!isset($stores[$number])) {
                $entity = $this->stores->find($number);
                $stores[$number] = $this->stores->at($entity);
                $stores[$number] = $stores[$number]->isPresent() ? $stores[$number] : new Store(null, $entity->name(), '');
                $devices[$number] = ('' === $stores[$number]->path ? null : $this->drives->of($stores[$number]->path)?->device) ?? $entity->device() ?? 'store '.$number;
            }
            $store = $stores[$number];
            $stat = '' === $store->path ? null : @lstat($store->path.'/'.$copy['path']);
            $found[$copy['checksum']][] = new CopyOfFile($store->name, $devices[$number] ?? '', $copy['proven'], null !== $stat && (false === $stat || $stat['size'] !== $copy['bytes']));
        }

        return $found;
    }
}
