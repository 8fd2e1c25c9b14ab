<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Receipt;

/** Copies at one store of the files that one intake brought in. */
final readonly class CopiesAt
{
    /** @param int $bad found missing or different since */
    public function __construct(public string $store, public int $proven, public int $owed, public int $bad = 0)
    {
    }
}
