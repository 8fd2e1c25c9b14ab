<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Receipt;

use VelvetLedger\Core\Words\Count;

/** Copies at one store of the files that one intake brought in, or that lie in one shoot: as the rows of copies are when it is asked. */
final readonly class CopiesAt
{
    /** "Anvil: 866 proven"; "Bellows: 21 proven, 845 owed". */
    public string $inWords;

    /** @param int $bad found missing or different since */
    public function __construct(public string $store, public int $proven, public int $owed, public int $bad = 0)
    {
        $parts = array_filter([
            $proven > 0 || 0 === $owed + $bad ? (0 === $proven ? 'none' : Count::figure($proven)).' proven' : '',
            $owed > 0 ? Count::figure($owed).' owed' : '',
            $bad > 0 ? Count::figure($bad).' missing or different' : '',
        ], static fn (string $part): bool => '' !== $part);
        $this->inWords = $store.': '.implode(', ', $parts);
    }
}
