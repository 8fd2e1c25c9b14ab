<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stores;

use VelvetLedger\Core\Words\Count;

/** Changes that a store is owed: copies that were renamed, moved or let go while it could not follow, and what lies beside them. */
final readonly class ChangesOwed
{
    public int $all;

    /** "4 copies to be renamed or moved, 31 copies to be removed", "other files of 2 changes to follow"; empty where there are none. */
    public string $inWords;

    /** @param int $changesToFollow changes whose copies are where they are to be, while other files of their folders are not */
    public function __construct(public int $toMove, public int $toRemove, int $changesToFollow, int $toLeave = 0, int $besideToCopy = 0)
    {
        $this->all = $toMove + $toRemove + $changesToFollow + $toLeave + $besideToCopy;
        $this->inWords = implode(', ', array_filter([
            $toMove > 0 ? Count::of($toMove, 'copy', 'copies').' to be renamed or moved' : '',
            $toRemove > 0 ? Count::of($toRemove, 'copy', 'copies').' to be removed' : '',
            $toLeave > 0 ? Count::of($toLeave, 'copy', 'copies').' to leave it' : '',
            $besideToCopy > 0 ? Count::of($besideToCopy, 'other file').' of shoots to be copied' : '',
            $changesToFollow > 0 ? 'other files of '.Count::of($changesToFollow, 'change').' to follow' : '',
        ], static fn (string $part): bool => '' !== $part));
    }
}
