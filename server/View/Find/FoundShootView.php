<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Find;

/** A shoot of which frames were found: how many of how many. */
final readonly class FoundShootView
{
    public function __construct(public int $id, public string $date, public string $description, public string $folder, public int $found, public int $frames)
    {
    }
}
