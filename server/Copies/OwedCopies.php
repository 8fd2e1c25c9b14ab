<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Words\Count;
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

    public function __construct(private EntityManagerInterface $ledger, private CopyRepository $copies, private MadeCopies $making, private Stores $stores, private ListsOfStore $lists, private Leftovers $leftovers)
    {
    }

    /**
     * Null where somebody else does it already.
     *
     * @param \Closure(int): mixed $watch told of bytes as they are written; what it throws ends it where it is
     *
     * @return array{int, int}|null made, still owed
     */
    public function make(int $number, \Closure $watch): ?array
    {
        $mark = $this->copies->take($number);
        if (null === $mark) {
            return null;
        }
        $this->ledger->clear();
        $made = $left = $after = 0;
        $folders = [];
        $because = null;
        try {
            $store = $this->stores->at($this->stores->find($number))->open();
            while ([] !== $owed = $this->copies->owed($number, $after, self::AT_ONCE)) {
                $after = $owed[\count($owed) - 1]->id;
                $this->leftovers->clear($store, array_map(static fn (CopyRow $copy): string => $copy->folder(), $owed), $mark);
                $came = $this->making->make($store, $owed, $watch, $mark);
                $failed = array_filter($came, \is_string(...));
                $this->copies->found(array_map(Finding::owed(...), array_keys($failed), $failed));
                $left += \count($failed);
                $made += \count($came) - \count($failed);
                $folders += array_fill_keys(array_map(static fn (CopyRow $copy): string => $copy->folder(), array_filter($owed, static fn (CopyRow $copy): bool => !isset($failed[$copy->id]))), true);
            }
        } catch (StoreAbsent $absent) {
            $because = $absent->getMessage();
        } finally {
            $this->copies->release($number);
        }
        $this->close($number, $made, $left, $because, array_map(strval(...), array_keys($folders)));

        return [$made, $left];
    }

    /** @param list<string> $folders */
    private function close(int $number, int $made, int $left, ?string $because, array $folders): void
    {
        $store = $this->stores->find($number);
        if ($made > 0) {
            $this->lists($store, $folders);
            $this->ledger->persist(DayBookEntry::ofStore(\sprintf('%s made at %s.%s%s', Count::of($made, 'owed copy was', 'owed copies were'), $store->name(), 0 === $left ? '' : ' '.Count::of($left, 'is', 'are').' still owed.', null === $because ? '' : ' '.$because), $store, DayBookKind::Owed));
            $this->ledger->flush();
        }
    }

    /** @param list<string> $folders */
    private function lists(LedgerStore $store, array $folders): void
    {
        try {
            $this->lists->renew($this->stores->at($store)->open(), $store->id(), $folders);
        } catch (StoreAbsent) {
            // it left: proving it renews its lists
        }
    }
}
