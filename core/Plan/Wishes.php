<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

/** What the photographer said on the desk: a description for each date, and what to leave out. */
final readonly class Wishes
{
    /** @var array<string, true> */
    private array $leftOut;

    /**
     * @param array<string, string> $descriptions date => description
     * @param list<string>          $leftOut      keys of frames
     * @param string                $otherwise    description of a date not named
     */
    public function __construct(public array $descriptions = [], array $leftOut = [], public string $otherwise = '')
    {
        $this->leftOut = array_fill_keys($leftOut, true);
    }

    public function description(string $date): string
    {
        return trim($this->descriptions[$date] ?? $this->otherwise);
    }

    public function leavesOut(string $frameKey): bool
    {
        return isset($this->leftOut[$frameKey]);
    }
}
