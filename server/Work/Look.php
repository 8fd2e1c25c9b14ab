<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

/**
 * To read a card and to measure its previews, for the pages that wait for it. Not work that a photographer asks for: who
 * misses it asks again, so that it is tried once and never said to have failed.
 */
final readonly class Look
{
    /** @param string $card as Volume's id */
    public function __construct(public string $card)
    {
    }
}
