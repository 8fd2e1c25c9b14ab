<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Aside;

/** What came of letting frames go for good. */
final readonly class LetGoView
{
    /** @param int $stay frames that stay, for their copies are not what the ledger says */
    public function __construct(public int $gone, public int $stay)
    {
    }
}
