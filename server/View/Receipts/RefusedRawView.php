<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Receipts;

/** A raw that could not be converted: its path on the card, and why. */
final readonly class RefusedRawView
{
    public function __construct(public string $path, public string $because)
    {
    }
}
