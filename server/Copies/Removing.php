<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Transfer\Checksum;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\LastingFolders;
use VelvetLedger\Core\Transfer\SystemReason;
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
 * ledger has of it is not ours to take, stays, and is told. Whoever asks has the store's copies to himself. Cut off anywhere,
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
     * @return array{list<string>, bool} folders that copies left, from the store's root; whether the slice was over before all were tried
     *
     * @throws StoreAbsent where the store leaves; what was removed before is entered
     */
    public function some(OpenStore $store, int $number, \Closure $watch, Slice $slice): array
    {
        $folders = [];
        for ($after = 0; [] !== $some = $this->steps->removals($number, $after, self::AT_ONCE); $after = $some[\count($some) - 1]->step) {
            array_push($folders, ...$this->round($store, $number, $some, $watch));
            if ($slice->isOver()) {
                return [array_values(array_unique($folders)), true];
            }
        }

        return [array_values(array_unique($folders)), false];
    }

    /**
     * @param list<RemovalRow>     $some
     * @param \Closure(int): mixed $watch
     *
     * @return list<string>
     */
    private function round(OpenStore $store, int $number, array $some, \Closure $watch): array
    {
        $gone = $stays = $waits = $held = [];
        foreach (array_unique(array_map(static fn (RemovalRow $one): int => $one->copy->shoot, $some)) as $shoot) {
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
                [$why, $isForGood] = $this->take($store, $one);
                if (null === $why) {
                    $gone[] = $one;
                } elseif ($isForGood) {
                    $stays[$one->step] = $why;
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

        return $folders;
    }

    /** @return array{string|null, bool} why it is still there, null where it is not; and whether it is not to be tried again */
    private function take(OpenStore $store, RemovalRow $one): array
    {
        $out = $store->leadsOut($one->copy->folder());
        if (null !== $out) {
            return [StoreAbsent::leading($out), false];
        }
        $path = $store->path($one->copy->path);
        clearstatcache(true, $path);
        if (false === @lstat($path)) {
            return [null, false];
        }
        if (!is_file($path) || is_link($path)) {
            return ['what stands there is no regular file', true];
        }
        try {
            if (!$one->has(Checksum::ofFile($path))) {
                return ['somebody changed it: what lies there is not what the ledger has of it', true];
            }
        } catch (CouldNotCopy $failure) {
            return [$failure->reason(), false];
        }
        error_clear_last();

        return [@unlink($path) ? null : SystemReason::last(), false];
    }

    /**
     * A line in the day book for each shoot.
     *
     * @param list<RemovalRow>   $gone
     * @param array<int, string> $stays
     * @param array<int, string> $waits
     */
    private function enter(OpenStore $store, int $number, array $gone, array $stays, array $waits): void
    {
        $this->steps->notYet($waits);
        $this->steps->failed($stays);
        if ([] === $gone) {
            return;
        }
        $this->ledger->wrapInTransaction(function () use ($store, $number, $gone): void {
            $this->steps->removed($gone);
            $shoots = [];
            foreach ($gone as $one) {
                $shoots[$one->copy->shoot][] = $one;
            }
            foreach ($shoots as $shoot => $of) {
                $stems = array_values(array_unique(array_map(static fn (RemovalRow $one): string => $one->stem, $of)));
                $bytes = array_sum(array_map(static fn (RemovalRow $one): int => $one->copy->bytes, $of));
                $this->ledger->persist(DayBookEntry::ofStore(\sprintf('%s removed at %s, %s: of %s.', Count::of(\count($of), 'file that was let go was', 'files that were let go were'), $store->store->name, Size::of($bytes), implode(', ', $stems)), $this->stores->find($number), DayBookKind::Owed, $this->ledger->find(Shoot::class, $shoot)));
            }
            $this->ledger->flush();
        });
    }
}
