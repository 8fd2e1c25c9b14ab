<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Stamps;

use VelvetLedger\Server\Persistence\Stamps\KeywordRow;

/** Words of the vocabulary, and how many there are in all. */
final readonly class KeywordsView
{
    /** @param list<KeywordRow> $words */
    public function __construct(public array $words, public int $inAll)
    {
    }
}
