<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Held;

/** What stays on a card unless it is marked, though it is not held: an order left it there, or it was let go for good. */
final readonly class StaysBehind
{
    /**
     * @param array<string, int>     $leftOut id of a file => the receipt whose order left it out
     * @param array<string, LetGoAs> $letGo   id of a file => what was held of it
     */
    public function __construct(public array $leftOut = [], public array $letGo = [])
    {
    }
}
