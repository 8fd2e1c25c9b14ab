<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

/** To read the ends of a card's files again, before it is said whether it may be formatted. */
final readonly class SeeEnds
{
    public function __construct(public string $card)
    {
    }
}
