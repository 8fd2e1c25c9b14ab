<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

/** To look whether a shoot's copies are where the ledger left them, for the pages that show it; or to look through the drives for those that are not. */
final readonly class SeeCopies
{
    public function __construct(public int $shoot, public bool $lookFor = false)
    {
    }
}
