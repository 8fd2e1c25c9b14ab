<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Find;

/** A day on which frames that were found were taken. */
final readonly class FoundDayView
{
    public function __construct(public string $day, public int $frames)
    {
    }
}
