<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Placing;

/** What a rule tells work by: its kind, the standing order that it came in by, and the year of its first day. */
final readonly class PlacedWork
{
    /** @param int $year 0 where it is not known yet */
    public function __construct(public string $kind = '', public string $order = '', public int $year = 0)
    {
    }

    /** @param string $date "2026-05-04" */
    public static function of(string $kind, string $order, string $date): self
    {
        return new self($kind, $order, (int) substr($date, 0, 4));
    }
}
