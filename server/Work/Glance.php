<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

/** To read a card for the list of cards, its previews unmeasured: after whatever a page waits for. */
final readonly class Glance
{
    /** @param string $card as Volume's id */
    public function __construct(public string $card)
    {
    }
}
