<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Find;

/** One thing by which frames are told apart. */
final readonly class FoundFacetView
{
    /**
     * @param list<FoundValueView> $values
     * @param int                  $more   values that are not among these
     */
    public function __construct(public string $facet, public string $called, public array $values, public int $more)
    {
    }
}
