<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

/** What the photographer said on the desk: a description for each date, and what to leave out. */
final readonly class Wishes
{
    /** @var array<string, true> */
    private array $leftOut;

    /** @var array<string, true> */
    private array $broughtAgain;

    /**
     * @param array<string, string> $descriptions date => description
     * @param list<string>          $leftOut      keys of frames
     * @param list<string>          $broughtAgain keys of frames to bring in although they are held or twins
     * @param string                $otherwise    description of a date not named
     */
    public function __construct(
        public array $descriptions = [],
        array $leftOut = [],
        array $broughtAgain = [],
        public Companions $companions = Companions::Both,
        public string $otherwise = '',
    ) {
        $this->leftOut = array_fill_keys($leftOut, true);
        $this->broughtAgain = array_fill_keys($broughtAgain, true);
    }

    public function description(string $date): string
    {
        return trim($this->descriptions[$date] ?? $this->otherwise);
    }

    public function leavesOut(string $frameKey): bool
    {
        return isset($this->leftOut[$frameKey]);
    }

    public function bringsAgain(string $frameKey): bool
    {
        return isset($this->broughtAgain[$frameKey]);
    }
}
