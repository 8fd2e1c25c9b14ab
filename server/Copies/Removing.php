<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Transfer\LastingFolders;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Size;
use VelvetLedger\Server\Pace\Slice;
use VelvetLedger\Server\Persistence\Copies\RemovalRow;
use VelvetLedger\Server\Persistence\Copies\StepRepository;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\DayBook\DayBookKind;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/**
 * Takes copies away at one store whose frames were let go for good. Each is read first: what does not have the bytes that the
 * ledger has of it is not ours to take, stays, is told, and is the ledger's no more. Whoever asks has the store's copies to himself. Cut off anywhere,
 * it is gone on with: what is not there any more is entered as gone.
 */
final readonly class Removing
{
    private const AT_ONCE = 100;

    public function __construct(private StepRepository $steps, private StampQueue $stamps, private Stores $stores, private EntityManagerInterface $ledger)
    {
    }

    /**
     * @param \Closure(int): mixed $watch what it throws ends it where it is
     *
     * @return array{list<string>, bool, bool} folders that copies left, from the store's root; whether the slice was over before all were tried; whether somebody writes into some just now
     *
     * @throws StoreAbsent where the store leaves; what was removed before is entered
     */
    public function some(OpenStore $store, int $number, \Closure $watch, Slice $slice): array
    {
        $folders = [];
        $waits = false;
        for ($after = 0; [] !== $some = $this->steps->removals($number, $after, self::AT_ONCE); $after = $some[\count($some) - 1]->step) {
            [$left, $isBusy] = $this->round($store, $number, $some, $watch);
            array_push($folders, ...$left);
            $waits = $waits || $isBusy;
            if ($slice->isOver()) {
                return [array_values(array_unique($folders)), true, $waits];
            }
        }

        return [array_values(array_unique($folders)), false, $waits];
    }

    /**
     * @param list<RemovalRow>     $some
     * @param \Closure(int): mixed $watch
     *
     * @return array{list<string>, bool} folders, and whether somebody writes into some just now
     */
    private function round(OpenStore $store, int $number, array $some, \Closure $watch): array
    {
        $gone = $stays = $waits = $held = [];
        $shoots = array_unique(array_map(static fn (RemovalRow $one): int => $one->copy->shoot, $some));
        foreach ($shoots as $shoot) {
            if (null !== $this->stamps->take($shoot)) {
                $held[$shoot] = true; // nobody writes into its files meanwhile
            }
        }
        try {
            foreach ($some as $one) {
                $watch(0);
                if (!isset($held[$one->copy->shoot])) {
                    continue;
                }
                [$why, $isForGood] = TakesAway::file($store, $one->copy->path, $one->copy->known());
                if (null === $why) {
                    $gone[] = $one;
                } elseif ($isForGood) {
                    $stays[] = $one;
                } else {
                    $waits[$one->step] = $why;
                }
            }
        } finally {
            $folders = array_values(array_unique(array_map(static fn (RemovalRow $one): string => $one->copy->folder(), $gone)));
            foreach ($folders as $folder) {
                if (is_dir($store->path($folder))) {
                    LastingFolders::flush(rtrim($store->path($folder), '/'));
                }
            }
            try {
                $store->confirm(); // what is not there is gone only if the drive is there
                $this->enter($store, $number, $gone, $stays, $waits);
            } finally {
                array_map($this->stamps->release(...), array_keys($held));
            }
        }

        return [$folders, \count($held) < \count($shoots)];
    }

    /**
     * A line in the day book for each shoot.
     *
     * @param list<RemovalRow>   $gone
     * @param list<RemovalRow>   $stays what is not ours to take, and the ledger's no more
     * @param array<int, string> $waits step => why it is still to be done
     */
    private function enter(OpenStore $store, int $number, array $gone, array $stays, array $waits): void
    {
        $this->steps->notYet($waits);
        if ([] === $gone && [] === $stays) {
            return;
        }
        $this->ledger->wrapInTransaction(function () use ($store, $number, $gone, $stays): void {
            $this->steps->removed($gone, 'it was let go for good');
            $this->steps->removed($stays, TakesAway::CHANGED);
            foreach (self::byShoot($gone) as $shoot => $of) {
                $stems = array_values(array_unique(array_map(static fn (RemovalRow $one): string => $one->stem, $of)));
                $bytes = array_sum(array_map(static fn (RemovalRow $one): int => $one->copy->bytes, $of));
                $this->tell($number, $shoot, \sprintf('%s removed at %s, %s: of %s.', Count::of(\count($of), 'file that was let go was', 'files that were let go were'), $store->store->name, Size::of($bytes), implode(', ', $stems)));
            }
            foreach (self::byShoot($stays) as $shoot => $of) {
                $this->tell($number, $shoot, \sprintf('%s at %s, for somebody changed %s since: %s.', Count::of(\count($of), 'file that was let go stays', 'files that were let go stay'), $store->store->name, 1 === \count($of) ? 'it' : 'them', implode(', ', array_map(static fn (RemovalRow $one): string => $one->copy->path, $of))));
            }
            $this->ledger->flush();
        });
    }

    /**
     * @param list<RemovalRow> $rows
     *
     * @return array<int, non-empty-list<RemovalRow>>
     */
    private static function byShoot(array $rows): array
    {
        $shoots = [];
        foreach ($rows as $one) {
            $shoots[$one->copy->shoot][] = $one;
        }

        return $shoots;
    }

    private function tell(int $store, int $shoot, string $entry): void
    {
        $this->ledger->persist(DayBookEntry::ofStore($entry, $this->stores->find($store), DayBookKind::Owed, $this->ledger->find(Shoot::class, $shoot)));
    }
}
