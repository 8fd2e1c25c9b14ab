<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Transfer\LastingFolders;
use VelvetLedger\Core\Transfer\SystemReason;
use VelvetLedger\Core\Transfer\WriterMark;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Pace\Slice;
use VelvetLedger\Server\Persistence\Copies\CopyRepository;
use VelvetLedger\Server\Persistence\Copies\CopyRow;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Persistence\Copies\StepRepository;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\DayBook\DayBookKind;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Stores\Leftovers;
use VelvetLedger\Server\Stores\ListsOfStore;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/** Mends a copy that is missing or different from a good one. The bad one is kept aside on its store, never deleted. */
final readonly class Mending
{
    public const ASIDE = 'Set aside';

    private const AT_ONCE = 100;
    private const BYTES_AT_ONCE = 200_000_000;

    public function __construct(private EntityManagerInterface $ledger, private CopyRepository $copies, private StepRepository $steps, private MadeCopies $making, private Stores $stores, private ListsOfStore $lists, private Leftovers $leftovers)
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
        $rows = $this->copies->all($copies);
        $unknown = array_values(array_diff($copies, array_column($rows, 'id')));
        if ([] !== $unknown) {
            throw NotInLedger::copy($unknown[0]);
        }
        if ([] !== $rows && [] === array_filter($rows, static fn (CopyRow $copy): bool => $copy->state->isBad())) {
            throw CouldNotMend::isGood($rows[0]->path);
        }

        return array_map($this->stores->find(...), $this->steps->askToMend($copies));
    }

    /**
     * Mends what was asked for at a store, for about as long as the slice is. What cannot be mended says why. Whoever asks has
     * the store's copies to himself.
     *
     * @param \Closure(int): mixed $watch told of bytes as they are written; what it throws ends it where it is
     *
     * @return bool whether any is left
     *
     * @throws StoreAbsent where the store leaves: the rest is asked for still
     */
    public function some(OpenStore $open, int $store, WriterMark $mark, Slice $slice, \Closure $watch): bool
    {
        $folders = [];
        try {
            for ($after = 0; [] !== $some = $this->copies->toMend($store, $after, self::AT_ONCE); $after = $some[\count($some) - 1]->id) {
                $some = CopyRow::round($some, self::BYTES_AT_ONCE);
                foreach ($this->put($open, $some, $mark, $watch) as $id => $failure) {
                    $this->steps->notMended($id, rtrim($failure->getMessage(), '.'));
                }
                $folders = array_unique([...$folders, ...CopyRow::folders($some)]);
                if ($slice->isOver()) {
                    return [] !== $this->copies->toMend($store, 0, 1);
                }
            }
        } finally {
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
            $failed = $this->put($this->stores->at($this->stores->find($copy->store))->open(), [$copy], $mark, static fn (int $bytes) => null);
        } finally {
            $this->copies->release($copy->store);
        }
        if ([] !== $failed) {
            throw $failed[$copy->id];
        }
        $this->renew($copy->store, [$copy->folder()]);
    }

    private function bad(int $id): CopyRow
    {
        $copy = $this->copies->find($id);

        return $copy->state->isBad() ? $copy : throw CouldNotMend::isGood($copy->path);
    }

    /**
     * @param list<CopyRow>        $bad
     * @param \Closure(int): mixed $moved
     *
     * @return array<int, CouldNotMend> those that could not be mended, and are as they were
     *
     * @throws StoreAbsent
     */
    private function put(OpenStore $store, array $bad, WriterMark $mark, \Closure $moved): array
    {
        $this->leftovers->clear($store, CopyRow::folders($bad), $mark);
        $asides = $failed = $made = [];
        try {
            foreach ($bad as $copy) {
                try {
                    $asides[$copy->id] = $this->setAside($store, $copy);
                } catch (CouldNotMend $failure) {
                    $failed[$copy->id] = $failure;
                }
            }
            $made = $this->making->make($store, array_values(array_filter($bad, static fn (CopyRow $copy): bool => !isset($failed[$copy->id]))), $moved, $mark);
        } finally {
            foreach ($bad as $copy) {
                if (\array_key_exists($copy->id, $asides) && (!\array_key_exists($copy->id, $made) || null !== $made[$copy->id])) {
                    $failed[$copy->id] = $this->putBack($store, $copy, $asides[$copy->id], $made[$copy->id] ?? 'it was cut off');
                }
            }
        }
        $this->enter($store, array_values(array_filter($bad, static fn (CopyRow $copy): bool => !isset($failed[$copy->id]))), $asides);

        return $failed;
    }

    /**
     * A line in the day book for each shoot.
     *
     * @param list<CopyRow>           $mended
     * @param array<int, string|null> $asides
     */
    private function enter(OpenStore $store, array $mended, array $asides): void
    {
        $shoots = [];
        foreach ($mended as $copy) {
            $shoots[$copy->shoot][] = $copy;
        }
        foreach ($shoots as $shoot => $copies) {
            $aside = array_values(array_filter(array_map(static fn (CopyRow $copy): ?string => $asides[$copy->id] ?? null, $copies), \is_string(...)));
            $what = 1 === \count($copies) ? $copies[0]->path.' was' : Count::of(\count($copies), 'copy', 'copies').', from '.$copies[0]->path.' to '.basename($copies[\count($copies) - 1]->path).', were';
            $lies = 1 === \count($aside) ? ' What was there lies in '.$aside[0].'.' : ([] === $aside ? '' : ' What was there lies in '.\dirname($aside[0]).'.');
            $this->ledger->persist(DayBookEntry::ofStore("$what mended at {$store->store->name}.$lies", $this->stores->find($copies[0]->store), DayBookKind::Repair, $this->ledger->find(Shoot::class, $shoot)));
        }
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

    /** Better a bad copy than none. */
    private function putBack(OpenStore $store, CopyRow $copy, ?string $aside, string $because): CouldNotMend
    {
        clearstatcache(true, $store->path($copy->path));
        $liesAside = null !== $aside && false === @lstat($store->path($copy->path)) && !@rename($store->path($aside), $store->path($copy->path));

        return $liesAside ? CouldNotMend::liesAside($copy->path, $aside) : CouldNotMend::noGoodCopy($copy->path, $because);
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
