<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Receipts;

/** The receipt of an intake that was begun. */
final readonly class BegunView
{
    public function __construct(public int $receipt)
    {
    }
}
