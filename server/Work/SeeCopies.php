<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

/** To look whether a shoot's copies are where the ledger left them, for the pages that show it; to look through the drives for those that are not; or to have the ledger know those that were found there. */
final readonly class SeeCopies
{
    public function __construct(public int $shoot, public bool $lookFor = false, public bool $follow = false)
    {
    }
}
