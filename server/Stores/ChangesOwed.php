<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Stores;

use VelvetLedger\Core\Words\Count;

/** Changes of copies that a store is owed: what was renamed, moved or let go while it could not follow. */
final readonly class ChangesOwed
{
    public int $all;

    /** "4 copies to be renamed or moved, 31 copies to be removed"; empty where there are none. */
    public string $inWords;

    public function __construct(public int $toMove, public int $toRemove)
    {
        $this->all = $toMove + $toRemove;
        $this->inWords = implode(', ', array_filter([
            $toMove > 0 ? Count::of($toMove, 'copy', 'copies').' to be renamed or moved' : '',
            $toRemove > 0 ? Count::of($toRemove, 'copy', 'copies').' to be removed' : '',
        ], static fn (string $part): bool => '' !== $part));
    }
}
