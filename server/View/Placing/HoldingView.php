<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Placing;

/** What a store has of one kind of work and one year: proven copies. */
final readonly class HoldingView
{
    public function __construct(public int $store, public string $kind, public string $year, public int $shoots, public int $bytes)
    {
    }
}
