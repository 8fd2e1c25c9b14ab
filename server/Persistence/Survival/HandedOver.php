<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Survival;

/** That this ledger was handed over to another machine, and is closed here. */
final readonly class HandedOver
{
    /** @param string $by name of the store that took it there */
    public function __construct(public \DateTimeImmutable $at, public string $by)
    {
    }
}
