<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Desk;

/** One of the cards on a desk. */
final readonly class DeskCardView
{
    public function __construct(public string $id, public string $label)
    {
    }
}
