<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

/** What the list of cards says of one that was read: from when to when its frames are by their cameras ("2026-05-04"), and how many of them are new. */
final readonly class CardKnown
{
    public function __construct(public ?string $first, public ?string $last, public int $new)
    {
    }
}
