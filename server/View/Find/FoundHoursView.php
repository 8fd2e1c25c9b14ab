<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Find;

/** A day on which found frames were taken, and in which of its minutes. */
final readonly class FoundHoursView
{
    /**
     * @param string    $day     "2026-05-04"
     * @param list<int> $minutes since midnight, rising, each once
     */
    public function __construct(public string $day, public int $frames, public array $minutes)
    {
    }
}
