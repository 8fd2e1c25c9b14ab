<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Pace\Pace;
use VelvetLedger\Server\Pace\Slice;
use VelvetLedger\Server\Persistence\Copies\CopyRepository;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\DayBook\DayBookKind;
use VelvetLedger\Server\Stores\ListsOfStore;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/**
 * Carries out what a store is owed, once it is there, one at a time and in one order: copies go to their places, those
 * of frames that were let go are taken away, bad ones are mended there, and what is not there yet, or not as it is to be, is made.
 */
final readonly class OwedSteps
{
    public function __construct(private EntityManagerInterface $ledger, private CopyRepository $copies, private PlacesAtStore $places, private Mending $mending, private OwedCopies $owed, private Stores $stores, private ListsOfStore $lists, private Pace $pace)
    {
    }

    /**
     * All of it. Null where somebody else does it already.
     *
     * @param \Closure(int): mixed $watch told of bytes as they are written; what it throws ends it where it is
     */
    public function all(int $store, \Closure $watch): ?OwedSoFar
    {
        $came = $this->some($store, $watch, $this->pace->slice(\INF), new OwedSoFar());
        if (true === $came?->waits) {
            $this->close($this->stores->find($store), $came, null);
        }

        return $came;
    }

    /**
     * Goes on with it, for about as long as the slice is. Null where somebody else does it already.
     *
     * @param \Closure(int): mixed $watch as above
     */
    public function some(int $number, \Closure $watch, Slice $slice, OwedSoFar $came): ?OwedSoFar
    {
        $mark = $this->copies->take($number);
        if (null === $mark) {
            return null;
        }
        $this->ledger->clear();
        $because = null;
        $folders = [];
        try {
            $store = $this->stores->at($this->stores->find($number))->open();
            [$moved, $folders, $isOver, $waits] = $this->places->some($store, $number, $watch, $slice);
            $came = $came->andMoved($moved);
            if (!$isOver && !$this->mending->some($store, $number, $mark, $slice, $watch)) {
                $came = $this->owed->some($store, $number, $mark, $watch, $slice, $came);
            }
            $came = $came->isDone && $waits ? $came->waiting() : $came;
        } catch (StoreAbsent $absent) {
            $because = $absent->getMessage();
            $came = $came->ended(); // it is asked for again when it is back
        } finally {
            $this->copies->release($number);
            $this->renew($number, $folders);
        }
        if ($came->isDone) {
            $this->close($this->stores->find($number), $came, $because);
        }

        return $came;
    }

    private function close(LedgerStore $store, OwedSoFar $came, ?string $because): void
    {
        $left = 0 === $came->left ? '' : ' '.Count::of($came->left, 'is', 'are').' still owed.';
        $entries = [];
        if ($came->made > 0) {
            $entries[] = \sprintf('%s made at %s.%s%s', Count::of($came->made, 'owed copy was', 'owed copies were'), $store->name(), $left, null === $because ? '' : ' '.$because);
        }
        if ($came->moved > 0) {
            $entries[] = \sprintf('%s to the names and folders of their frames at %s.%s', Count::of($came->moved, 'copy was brought', 'copies were brought'), $store->name(), null === $because || $came->made > 0 ? '' : ' '.$because);
        }
        foreach ($entries as $entry) {
            $this->ledger->persist(DayBookEntry::ofStore($entry, $store, DayBookKind::Owed));
        }
        $this->ledger->flush();
    }

    /** @param list<string> $folders that copies left or came to */
    private function renew(int $store, array $folders): void
    {
        if ([] === $folders) {
            return;
        }
        try {
            $open = $this->stores->at($this->stores->find($store))->open();
            $this->lists->renew($open, $store, $folders);
            array_map(static fn (string $folder) => Moving::clearEmpty($open, $folder), $folders);
        } catch (StoreAbsent) {
            // it left: proving it renews its lists
        }
    }
}
