<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Pace\Pace;
use VelvetLedger\Server\Pace\Slice;
use VelvetLedger\Server\Persistence\CopyRepository;
use VelvetLedger\Server\Persistence\CopyRow;
use VelvetLedger\Server\Persistence\DayBookEntry;
use VelvetLedger\Server\Persistence\DayBookKind;
use VelvetLedger\Server\Persistence\Finding;
use VelvetLedger\Server\Persistence\LedgerStore;
use VelvetLedger\Server\Stores\Leftovers;
use VelvetLedger\Server\Stores\ListsOfStore;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/** Makes the copies that a store is owed, once it is there. */
final readonly class OwedCopies
{
    private const AT_ONCE = 100;
    private const BYTES_AT_ONCE = 400_000_000;

    public function __construct(private EntityManagerInterface $ledger, private CopyRepository $copies, private MadeCopies $making, private Stores $stores, private ListsOfStore $lists, private Leftovers $leftovers, private Pace $pace)
    {
    }

    /**
     * All of them. Null where somebody else does it already.
     *
     * @param \Closure(int): mixed $watch told of bytes as they are written; what it throws ends it where it is
     *
     * @return array{int, int}|null made, still owed
     */
    public function make(int $number, \Closure $watch): ?array
    {
        $came = $this->some($number, $watch, $this->pace->slice(\INF), new OwedSoFar());

        return null === $came ? null : [$came->made, $came->left];
    }

    /**
     * Goes on with them, for about as long as the slice is. Null where somebody else does it already.
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
        $folders = [];
        $because = null;
        $isDone = false;
        try {
            $store = $this->stores->at($this->stores->find($number))->open();
            do {
                $owed = CopyRow::round($this->copies->owed($number, $came->after, self::AT_ONCE), self::BYTES_AT_ONCE);
                $isDone = [] === $owed;
                if (!$isDone) {
                    $this->leftovers->clear($store, CopyRow::folders($owed), $mark);
                    $made = $this->making->make($store, $owed, $watch, $mark);
                    $failed = array_filter($made, \is_string(...));
                    $this->copies->found(array_map(Finding::owed(...), array_keys($failed), $failed));
                    $came = $came->and($owed[\count($owed) - 1]->id, \count($made) - \count($failed), \count($failed));
                    $folders = [...$folders, ...CopyRow::folders(array_filter($owed, static fn (CopyRow $copy): bool => !isset($failed[$copy->id])))];
                }
            } while (!$isDone && !$slice->isOver());
        } catch (StoreAbsent $absent) {
            $because = $absent->getMessage();
            $isDone = true;
        } finally {
            $this->copies->release($number);
        }
        $entity = $this->stores->find($number);
        $this->lists($entity, array_values(array_unique($folders)));
        if ($isDone) {
            $this->close($entity, $came, $because);
        }

        return $isDone ? $came->ended() : $came;
    }

    private function close(LedgerStore $store, OwedSoFar $came, ?string $because): void
    {
        if ($came->made > 0) {
            $this->ledger->persist(DayBookEntry::ofStore(\sprintf('%s made at %s.%s%s', Count::of($came->made, 'owed copy was', 'owed copies were'), $store->name(), 0 === $came->left ? '' : ' '.Count::of($came->left, 'is', 'are').' still owed.', null === $because ? '' : ' '.$because), $store, DayBookKind::Owed));
            $this->ledger->flush();
        }
    }

    /** @param list<string> $folders */
    private function lists(LedgerStore $store, array $folders): void
    {
        if ([] === $folders) {
            return;
        }
        try {
            $this->lists->renew($this->stores->at($store)->open(), $store->id(), $folders);
        } catch (StoreAbsent) {
            // it left: proving it renews its lists
        }
    }
}
