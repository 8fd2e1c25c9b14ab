<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Card;

/** One of several cards that lie on one desk: what tells its files from those of the others, and what it is called. */
final readonly class NamedCard
{
    /** @param string $id names the card with its contents, as CardIdentity::key() */
    public function __construct(public string $id, public string $label)
    {
    }
}
