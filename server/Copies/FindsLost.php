<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Persistence\Copies\CopyRepository;
use VelvetLedger\Server\Persistence\Copies\CopyRow;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Copies\WhereaboutsRepository;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\DayBook\DayBookKind;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Stores\ListsOfStore;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/** Looks through the stores for copies that are not where the ledger left them, by their sizes and then by all of their bytes; and at a word lets the ledger have them where they are. */
final readonly class FindsLost
{
    public function __construct(private CopyRepository $copies, private WhereaboutsRepository $whereabouts, private Stores $stores, private ShootRepository $shoots, private ListsOfStore $lists, private ReadCopy $reads, private EntityManagerInterface $ledger)
    {
    }

    public function ofShoot(int $shoot): void
    {
        foreach ($this->stores->all() as $entity) {
            $missing = array_values(array_filter($this->whereabouts->toSee($entity->id(), $shoot), static fn (CopyRow $copy): bool => CopyState::Missing === $copy->state));
            if ([] === $missing || !$this->stores->at($entity)->isPresent()) {
                continue;
            }
            try {
                $open = $this->stores->at($entity)->open();
                $found = $this->lookThrough($open, $entity->id(), $missing);
                $open->confirm();
                $this->whereabouts->wereFound($entity->id(), $shoot, $found);
            } catch (StoreAbsent) {
                continue;
            }
        }
    }

    /**
     * The ledger has the copies that were found where they are now, when they have been read there; and where all of a
     * shoot's went together, its folder too.
     *
     * @return int copies whose path was mended
     *
     * @throws StoreAbsent
     */
    public function mendPaths(int $shoot): int
    {
        $count = 0;
        foreach ($this->byStore($this->whereabouts->foundElsewhere($shoot)) as $number => $moving) {
            $store = $this->stores->at($this->stores->find($number))->open();
            $proven = $otherwise = [];
            $first = null;
            foreach ($moving as $copy) {
                $finding = $this->reads->from($store, $copy->whereFound(), static fn (int $bytes) => null);
                if (CopyState::Proven === $finding->state) {
                    $proven[] = $finding;
                    $first ??= $copy;
                } else {
                    $otherwise[] = $copy->id;
                }
            }
            $store->confirm();
            $this->ledger->wrapInTransaction(function () use ($shoot, $number, $proven, $otherwise, $first): void {
                $this->whereabouts->moveToFound($proven, $otherwise);
                $this->shoots->followHome($shoot);
                if (null !== $first) {
                    $this->ledger->persist(DayBookEntry::ofStore(\sprintf('The ledger has %s where they were found, and read them there: %s is now %s.', Count::of(\count($proven), 'copy', 'copies'), $first->path, (string) $first->foundPath), $this->stores->find($number), DayBookKind::Repair, $this->ledger->find(Shoot::class, $shoot)));
                    $this->ledger->flush();
                }
            });
            $this->lists->renew($store, $number, $this->copies->folders($number, $shoot));
            $count += \count($proven);
        }

        return $count;
    }

    /**
     * @param list<CopyRow> $copies
     *
     * @return array<int, non-empty-list<CopyRow>>
     */
    private function byStore(array $copies): array
    {
        $stores = [];
        foreach ($copies as $copy) {
            $stores[$copy->store][] = $copy;
        }

        return $stores;
    }

    /**
     * @param non-empty-list<CopyRow> $missing
     *
     * @return array<int, string> copy => path from the store's root
     */
    private function lookThrough(OpenStore $store, int $number, array $missing): array
    {
        $bySize = [];
        foreach ($missing as $copy) {
            $bySize[$copy->bytes][$copy->checksum] = $copy;
        }
        /** @var array<array-key, int> $candidates */
        $candidates = [];
        foreach ($this->files($store, '') as $path => $bytes) {
            if (isset($bySize[$bytes])) {
                $candidates[$path] = $bytes;
            }
        }
        $found = [];
        foreach (array_chunk($candidates, 1000, true) as $some) {
            $taken = $this->whereabouts->taken($number, array_map(strval(...), array_keys($some)));
            foreach (array_diff_key($some, $taken) as $path => $bytes) {
                $copy = $bySize[$bytes][self::checksum($store->path((string) $path))] ?? null;
                if (null !== $copy) {
                    $found[$copy->id] ??= (string) $path;
                }
            }
        }

        return $found;
    }

    /** @return iterable<string, int> path from the store's root => bytes; hidden folders and what was set aside are not looked into, nor links followed */
    private function files(OpenStore $store, string $folder): iterable
    {
        foreach (FolderNames::in(rtrim($store->path($folder), '/')) as $name) {
            $path = ltrim("$folder/$name", '/');
            $stat = '.' === $name[0] || Mending::ASIDE === $path ? false : @lstat($store->path($path));
            if (false !== $stat && is_dir($store->path($path)) && !is_link($store->path($path))) {
                yield from $this->files($store, $path);
            } elseif (false !== $stat && is_file($store->path($path)) && !is_link($store->path($path)) && mb_check_encoding($path, 'UTF-8')) {
                yield $path => $stat['size'];
            }
        }
    }

    private static function checksum(string $file): string
    {
        try {
            return Checksum::ofFile($file);
        } catch (CouldNotCopy) {
            return '';
        }
    }
}
