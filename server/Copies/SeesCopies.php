<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use VelvetLedger\Server\Persistence\Copies\CopyRepository;
use VelvetLedger\Server\Persistence\Copies\CopyRow;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Copies\Finding;
use VelvetLedger\Server\Persistence\Copies\WhereaboutsRepository;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/**
 * Looks whether a shoot's copies are where the ledger left them: by their being there, their size, and whether they were
 * written to since their proof. That is no proof; but what it doubts is read.
 */
final readonly class SeesCopies
{
    /** Seconds by which a drive's times may be coarse (FAT: two). */
    private const COARSE = 3;
    /** So much of what was found different before, and is as long as it should be, is read again at a look: it may have been put right. */
    private const BYTES_AGAIN = 200_000_000;
    private const NOT_THERE = 'No such file';

    public function __construct(private CopyRepository $copies, private WhereaboutsRepository $whereabouts, private ReadCopy $read, private Stores $stores)
    {
    }

    /** Of stores that are away nothing is said. */
    public function shoot(int $shoot): void
    {
        foreach ($this->stores->all() as $entity) {
            $store = $this->stores->at($entity);
            if (!$store->isPresent()) {
                continue;
            }
            try {
                $open = $store->open();
                $again = self::BYTES_AGAIN;
                $findings = [];
                foreach ($this->whereabouts->toSee($entity->id(), $shoot) as $copy) {
                    $again -= CopyState::Differs === $copy->state ? $copy->bytes : 0;
                    $findings[] = $this->see($open, $copy, $again > 0);
                }
                $open->confirm();
                $this->copies->enter(array_values(array_filter($findings)));
            } catch (StoreAbsent) {
                continue;
            }
        }
    }

    /** Null where nothing is new of it. */
    private function see(OpenStore $store, CopyRow $copy, bool $again): ?Finding
    {
        $path = $store->path($copy->path);
        clearstatcache(true, $path);
        $stat = @lstat($path);
        if (false === $stat) {
            return CopyState::Missing !== $copy->state && self::isNotThere($path) ? Finding::missing($copy->id)->atPath($copy->path) : null;
        }
        $isAsProven = null === $store->leadsOut($copy->folder()) && $stat['size'] === $copy->bytes && ($stat['mtime'] <= $copy->provenAt + self::COARSE || abs($stat['mtime'] - $copy->modifiedAt) <= self::COARSE);
        $isAsKnown = match ($copy->state) {
            CopyState::Proven => $isAsProven,
            CopyState::Differs => !$again || $stat['size'] !== $copy->bytes,
            default => false, // it came back
        };

        return $isAsKnown ? null : $this->read->from($store, $copy, static fn (int $bytes) => null);
    }

    /** A drive that fails to answer does not say that the file is gone. */
    private static function isNotThere(string $path): bool
    {
        error_clear_last();
        $file = @fopen($path, 'rn');
        if (false !== $file) {
            fclose($file);

            return false;
        }

        return str_contains(error_get_last()['message'] ?? '', self::NOT_THERE);
    }
}
