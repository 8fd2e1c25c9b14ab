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

    /** "30 November 2026, 21:14", by this machine's clock. */
    public function inWords(): string
    {
        return $this->at->setTimezone(new \DateTimeZone(date_default_timezone_get()))->format('j F Y, H:i');
    }
}
