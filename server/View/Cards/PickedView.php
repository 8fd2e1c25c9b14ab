<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Cards;

/** The desk that a picked folder has. */
final readonly class PickedView
{
    public function __construct(public string $card)
    {
    }
}
