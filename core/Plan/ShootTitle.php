<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

/** What a planned shoot is called, and by which order. */
final readonly class ShootTitle
{
    /**
     * @param string $day  that its frames belong to, "2026-05-04"
     * @param string $date that it is entered under: of the shoot it joins, else the day
     */
    public function __construct(public string $day, public string $date, public string $description, public string $order, public string $kindOfWork, public ShootStamps $stamps = new ShootStamps())
    {
    }
}
