<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Find;

/** What was found. */
final readonly class FindView
{
    /**
     * @param int                    $behind   parts of the index that are still being brought up to date: counts may still change
     * @param list<string>           $phrases  of the words, that were taken for days
     * @param list<string>           $notes    words that were taken for others, as sentences
     * @param int                    $shoots   of which frames were found
     * @param list<FoundSectionView> $sections shoots with the latest first, stars with the most, what fits best first
     */
    public function __construct(public int $frames, public int $of, public int $behind, public array $phrases, public array $notes, public int $shoots, public array $sections)
    {
    }
}
