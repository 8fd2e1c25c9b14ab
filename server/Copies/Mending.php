<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Transfer\LastingFolders;
use VelvetLedger\Core\Transfer\SystemReason;
use VelvetLedger\Core\Transfer\WriterMark;
use VelvetLedger\Server\Pace\Slice;
use VelvetLedger\Server\Persistence\CopyRepository;
use VelvetLedger\Server\Persistence\CopyRow;
use VelvetLedger\Server\Persistence\CopyState;
use VelvetLedger\Server\Persistence\DayBookEntry;
use VelvetLedger\Server\Persistence\DayBookKind;
use VelvetLedger\Server\Persistence\LedgerStore;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Shoot;
use VelvetLedger\Server\Stores\Leftovers;
use VelvetLedger\Server\Stores\ListsOfStore;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/** Mends a copy that is missing or different from a good one. The bad one is kept aside on its store, never deleted. */
final readonly class Mending
{
    public const ASIDE = 'Set aside';

    private const AT_ONCE = 50;

    public function __construct(private EntityManagerInterface $ledger, private CopyRepository $copies, private MadeCopies $making, private Stores $stores, private ListsOfStore $lists, private Leftovers $leftovers)
    {
    }

    /**
     * Says of copies that they are to be mended; of several, those that are good by now are left alone.
     *
     * @param list<int> $copies
     *
     * @return list<LedgerStore> where any of them are
     *
     * @throws CouldNotMend|NotInLedger
     */
    public function ask(array $copies): array
    {
        $rows = array_map($this->copies->find(...), $copies);
        $bad = array_filter($rows, self::isBad(...));
        if ([] === $bad && [] !== $rows) {
            throw CouldNotMend::isGood($rows[0]->path);
        }

        return array_map($this->stores->find(...), $this->copies->askToMend($copies));
    }

    /**
     * Mends what was asked for at a store, for about as long as the slice is. What cannot be mended says why; where the
     * store leaves, the rest is asked for still.
     *
     * @param \Closure(): mixed $watch asked after each copy; what it throws ends it where it is
     *
     * @return bool whether any is left
     *
     * @throws CouldNotMend where another works on the store's copies
     */
    public function asked(int $store, Slice $slice, \Closure $watch): bool
    {
        $mark = $this->copies->take($store) ?? throw CouldNotMend::storeIsBusy($this->stores->find($store)->name());
        $folders = [];
        try {
            $this->ledger->clear();
            $open = $this->stores->at($this->stores->find($store))->open();
            for ($after = 0; [] !== $some = $this->copies->toMend($store, $after, self::AT_ONCE); $after = $some[\count($some) - 1]->id) {
                foreach ($some as $copy) {
                    try {
                        $this->put($open, $copy, $mark);
                        $folders[$copy->folder()] = $copy->folder();
                    } catch (CouldNotMend $failure) {
                        $this->copies->notMended($copy->id, rtrim($failure->getMessage(), '.'));
                    }
                    $watch();
                    if ($slice->isOver()) {
                        return [] !== $this->copies->toMend($store, 0, 1);
                    }
                }
            }
        } catch (StoreAbsent) {
            return false; // it is asked for again when it is back
        } finally {
            $this->copies->release($store);
            $this->renew($store, $folders);
        }

        return false;
    }

    /** @throws CouldNotMend|StoreAbsent */
    public function mend(int $id): void
    {
        $copy = $this->bad($id);
        $mark = $this->copies->take($copy->store) ?? throw CouldNotMend::isBusy($copy->path);
        try {
            $this->put($this->stores->at($this->stores->find($copy->store))->open(), $copy, $mark);
        } finally {
            $this->copies->release($copy->store);
        }
        $this->renew($copy->store, [$copy->folder()]);
    }

    private function bad(int $id): CopyRow
    {
        $copy = $this->copies->find($id);

        return self::isBad($copy) ? $copy : throw CouldNotMend::isGood($copy->path);
    }

    private static function isBad(CopyRow $copy): bool
    {
        return \in_array($copy->state, [CopyState::Missing, CopyState::Differs], true);
    }

    /** @throws CouldNotMend|StoreAbsent */
    private function put(OpenStore $store, CopyRow $copy, WriterMark $mark): void
    {
        $this->leftovers->clear($store, [$copy->folder()], $mark);
        $aside = $this->setAside($store, $copy);
        try {
            $because = $this->making->make($store, [$copy], static fn (int $bytes) => null, $mark)[$copy->id] ?? null;
        } catch (\Throwable $failure) {
            $this->putBack($store, $copy, $aside);
            throw $failure;
        }
        if (null !== $because) {
            $this->putBack($store, $copy, $aside);
            throw CouldNotMend::noGoodCopy($copy->path, $because);
        }
        $this->ledger->persist(DayBookEntry::ofStore(\sprintf('%s was mended at %s from another copy.%s', $copy->path, $store->store->name, null === $aside ? '' : ' What was there lies in '.$aside.'.'), $this->stores->find($copy->store), DayBookKind::Repair, $this->ledger->find(Shoot::class, $copy->shoot)));
        $this->ledger->flush();
    }

    /** @param array<string> $folders */
    private function renew(int $store, array $folders): void
    {
        try {
            if ([] !== $folders) {
                $this->lists->renew($this->stores->at($this->stores->find($store))->open(), $store, array_values($folders));
            }
        } catch (StoreAbsent) {
            // proving it renews its lists
        }
    }

    /**
     * Better a bad copy than none.
     *
     * @throws CouldNotMend where it cannot be put back, and lies aside
     */
    private function putBack(OpenStore $store, CopyRow $copy, ?string $aside): void
    {
        clearstatcache(true, $store->path($copy->path));
        if (null !== $aside && false === @lstat($store->path($copy->path)) && !@rename($store->path($aside), $store->path($copy->path))) {
            throw CouldNotMend::liesAside($copy->path, $aside);
        }
    }

    /** Where the bad one went, from the store's root; null where there was none. */
    private function setAside(OpenStore $store, CopyRow $copy): ?string
    {
        $path = $store->path($copy->path);
        $out = $store->leadsOut($copy->folder());
        if (null !== $out) {
            throw CouldNotMend::notSetAside($copy->path, StoreAbsent::leading($out)); // what lies there is another store's
        }
        clearstatcache(true, $path);
        if (false === @lstat($path)) {
            return null;
        }
        $aside = self::ASIDE.'/'.date('Y-m-d').'/'.$copy->path;
        for ($try = 2; false !== @lstat($store->path($aside)); ++$try) {
            $aside = self::ASIDE.'/'.date('Y-m-d')." $try/".$copy->path;
        }
        LastingFolders::make(\dirname($store->path($aside)));
        error_clear_last();
        if (!@rename($path, $store->path($aside))) {
            throw CouldNotMend::notSetAside($copy->path, SystemReason::last());
        }
        LastingFolders::flush(\dirname($store->path($aside)));

        return $aside;
    }
}
