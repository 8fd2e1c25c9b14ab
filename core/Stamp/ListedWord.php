<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Stamp;

/** A word in a vocabulary's list, and how many others stand above it. */
final readonly class ListedWord
{
    /** @param list<string> $synonyms */
    public function __construct(public int $depth, public string $word, public array $synonyms = [], public bool $isHeading = false)
    {
    }
}
