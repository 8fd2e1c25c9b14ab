<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Receipts;

/** What work waits for, where it does, and what it waited for. */
final readonly class WaitsView
{
    /**
     * @param list<int>   $copying receipts that are being copied just now
     * @param string|null $machine another machine, where its card is
     * @param string|null $now     of an intake that stopped, whether what it needs is there now
     * @param string      $slow    which of card, reader and drives an intake that is over waited for; '' where nobody asks
     */
    public function __construct(public array $copying = [], public ?string $machine = null, public ?string $now = null, public string $slow = '')
    {
    }
}
