<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Transfer\LastingFolders;
use VelvetLedger\Core\Transfer\SystemReason;
use VelvetLedger\Server\Persistence\CopyRepository;
use VelvetLedger\Server\Persistence\CopyRow;
use VelvetLedger\Server\Persistence\CopyState;
use VelvetLedger\Server\Persistence\DayBookEntry;
use VelvetLedger\Server\Persistence\DayBookKind;
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

    public function __construct(private EntityManagerInterface $ledger, private CopyRepository $copies, private MadeCopies $making, private Stores $stores, private ListsOfStore $lists, private Leftovers $leftovers)
    {
    }

    /** @throws CouldNotMend|StoreAbsent */
    public function mend(int $id): void
    {
        $copy = $this->copies->find($id);
        if (!\in_array($copy->state, [CopyState::Missing, CopyState::Differs], true)) {
            throw CouldNotMend::isGood($copy->path);
        }
        $mark = $this->copies->take($copy->store);
        if (null === $mark) {
            throw CouldNotMend::isBusy($copy->path);
        }
        try {
            $store = $this->stores->at($this->stores->find($copy->store))->open();
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
        } finally {
            $this->copies->release($copy->store);
        }
        $this->lists->renew($store, $copy->store, [$copy->folder()]);
        $this->ledger->persist(DayBookEntry::ofStore(\sprintf('%s was mended at %s from another copy.%s', $copy->path, $store->store->name, null === $aside ? '' : ' What was there lies in '.$aside.'.'), $this->stores->find($copy->store), DayBookKind::Repair, $this->ledger->find(Shoot::class, $copy->shoot)));
        $this->ledger->flush();
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
