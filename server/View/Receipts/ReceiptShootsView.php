<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Receipts;

/** The shoots that a receipt's frames came into. */
final readonly class ReceiptShootsView
{
    /** @param list<ReceiptShootView> $shoots the earliest first */
    public function __construct(public int $receipt, public array $shoots)
    {
    }
}
