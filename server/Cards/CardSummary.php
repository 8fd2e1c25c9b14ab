<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use VelvetLedger\Core\Card\CardIdentity;

/** A card's directory in numbers, and which card it is; times are those of its stills' files, Unix seconds. */
final readonly class CardSummary
{
    public function __construct(public CardIdentity $identity, public int $frames, public int $files, public int $bytes, public ?int $first, public ?int $last)
    {
    }
}
