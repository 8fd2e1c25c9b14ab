<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Placing;

/** A shoot that stays as it is, and why. */
final readonly class RefusedView
{
    public function __construct(public int $shoot, public string $because)
    {
    }
}
