<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Held;

/** What is known elsewhere of a card's frames: by quick print in the ledger and on other cards, by exposure in the ledger. */
final readonly class Known
{
    /**
     * @param array<string, HeldAs> $prints     quick print => what the ledger holds
     * @param array<string, HeldAs> $exposures  exposure identity => what the ledger holds
     * @param array<string, string> $otherCards quick print => label of another card present
     */
    public function __construct(public array $prints = [], public array $exposures = [], public array $otherCards = [])
    {
    }
}
