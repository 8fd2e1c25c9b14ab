<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Clearance;

use VelvetLedger\Core\Clearance\CopyOfFile;
use VelvetLedger\Server\Persistence\Cards\ClearanceRepository;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Stores\Drives;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\StoreAbsent;
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
     * @return array{array<string, list<CopyOfFile>>, array<string, string>} by checksum: copies, and the original's quick print; a checksum that the ledger has no original of is not among them
     */
    public function of(array $checksums): array
    {
        $found = $prints = $names = $stores = $devices = [];
        clearstatcache();
        foreach ($this->known->copies($checksums) as $copy) {
            $number = $copy['store'];
            if (!isset($names[$number])) {
                $entity = $this->stores->find($number);
                $names[$number] = $entity->name();
                $stores[$number] = $this->there($entity);
                $devices[$number] = null === $stores[$number] ? (string) $entity->device() : $this->drives->of($stores[$number]->store->path)->device ?? '';
            }
            $store = $stores[$number] ?? null;
            $prints[$copy['checksum']] = $copy['print'];
            $found[$copy['checksum']][] = new CopyOfFile($names[$number], $devices[$number] ?? '', $copy['proven'], null !== $store && !self::stands($store, $copy['path'], $copy['bytes']), null === $store ? $copy['provenOn'] : null);
        }

        return [$found, $prints];
    }

    private function there(LedgerStore $entity): ?OpenStore
    {
        try {
            return $this->stores->at($entity)->open();
        } catch (StoreAbsent) {
            return null;
        }
    }

    private static function stands(OpenStore $store, string $path, int $bytes): bool
    {
        $stat = @lstat($store->path($path));
        try {
            return false !== $stat && $stat['size'] === $bytes && null === $store->leadsOut(OpenStore::folderOf($path));
        } catch (StoreAbsent) {
            return false; // it left just now: that it is there cannot be said
        }
    }
}
