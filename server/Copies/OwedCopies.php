<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use VelvetLedger\Core\Transfer\WriterMark;
use VelvetLedger\Server\Pace\Slice;
use VelvetLedger\Server\Persistence\Copies\CopyRepository;
use VelvetLedger\Server\Persistence\Copies\CopyRow;
use VelvetLedger\Server\Persistence\Copies\Finding;
use VelvetLedger\Server\Stores\Leftovers;
use VelvetLedger\Server\Stores\ListsOfStore;
use VelvetLedger\Server\Stores\OpenStore;
use VelvetLedger\Server\Stores\StoreAbsent;

/** Makes the copies that a store is owed. Whoever asks has the store's copies to himself. */
final readonly class OwedCopies
{
    private const AT_ONCE = 100;
    private const BYTES_AT_ONCE = 400_000_000;

    public function __construct(private CopyRepository $copies, private MadeCopies $making, private ListsOfStore $lists, private Leftovers $leftovers, private CopiesBeside $beside, private ComesHome $home)
    {
    }

    /**
     * Goes on with them, for about as long as the slice is.
     *
     * @param \Closure(int): mixed $watch told of bytes as they are written; what it throws ends it where it is
     *
     * @throws StoreAbsent where the store leaves
     */
    public function some(OpenStore $store, int $number, WriterMark $mark, \Closure $watch, Slice $slice, OwedSoFar $came): OwedSoFar
    {
        $folders = [];
        try {
            do {
                $owed = CopyRow::round($this->copies->owed($number, $came->after, self::AT_ONCE), self::BYTES_AT_ONCE);
                if ([] === $owed) {
                    return $this->beside->some($store, $number, $mark, $watch, $slice) ? $came : $came->ended();
                }
                $this->leftovers->clear($store, CopyRow::folders($owed), $mark);
                $made = $this->making->make($store, $owed, $watch, $mark);
                $failed = array_filter($made, \is_string(...));
                $this->copies->enter(array_map(Finding::owed(...), array_keys($failed), $failed));
                $came = $came->and($owed[\count($owed) - 1]->id, \count($made) - \count($failed), \count($failed));
                $folders = [...$folders, ...CopyRow::folders(array_filter($owed, static fn (CopyRow $copy): bool => !isset($failed[$copy->id])))];
            } while (!$slice->isOver());
        } finally {
            $this->lists->renew($store, $number, array_values(array_unique($folders)));
            $this->home->at($number);
        }

        return $came;
    }
}
