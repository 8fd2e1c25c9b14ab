<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Held;

/** What is known elsewhere of a card's frames: by quick print in the ledger, promised by intakes, and on other cards; by exposure in the ledger. */
final readonly class Known
{
    /**
     * @param array<string, list<HeldAs>> $prints     quick print => what the ledger holds of it, the earliest first
     * @param array<string, HeldAs>       $exposures  exposure identity => what the ledger holds
     * @param array<string, string>       $otherCards quick print => label of another card present
     * @param array<string, PromisedBy>   $promised   quick print => the intake under way that will bring it in
     * @param InLedger                    $places     where what is held lies
     * @param array<string, int>          $leftOut    id of a file => the receipt whose order left it out
     * @param array<string, HeldFrame>    $coming     exposure identity => a frame that an intake under way brings in, of which nothing is there yet
     * @param array<string, LetGoAs>      $letGo      quick print => what was held of it, and is let go for good
     */
    public function __construct(public array $prints = [], public array $exposures = [], public array $otherCards = [], public array $promised = [], public InLedger $places = new InLedger(), public array $leftOut = [], public array $coming = [], public array $letGo = [])
    {
    }
}
