<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View;

/** What work waits for, where it does. */
final readonly class WaitsView
{
    /**
     * @param list<int>   $copying receipts that are being copied just now
     * @param string|null $machine another machine, where its card is
     */
    public function __construct(public array $copying = [], public ?string $machine = null)
    {
    }
}
