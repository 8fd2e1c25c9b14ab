<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Find;

/** What was found, and what it can be narrowed by. */
final readonly class FindView
{
    /**
     * @param string               $query   as it was understood
     * @param int                  $behind  parts of the index that are still being brought up to date: counts may still change
     * @param list<string>         $phrases of the words, that were taken for days
     * @param list<string>         $notes   words that were taken for others, as sentences
     * @param list<FoundFacetView> $facets
     * @param list<FoundShootView> $shoots  the latest first
     */
    public function __construct(public string $query, public int $frames, public int $of, public int $behind, public array $phrases, public array $notes, public array $facets, public array $shoots)
    {
    }
}
