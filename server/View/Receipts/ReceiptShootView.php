<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Receipts;

/** One of them, and how many frames of that receipt are in it. */
final readonly class ReceiptShootView
{
    public function __construct(public int $id, public string $date, public string $description, public int $frames)
    {
    }
}
