<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Find;

/** A value of a facet, and how many of the frames that are looked at have it. */
final readonly class FoundValueView
{
    /** @param string $value '' of frames that have none */
    public function __construct(public string $value, public string $called, public int $frames, public bool $any, public bool $none)
    {
    }
}
