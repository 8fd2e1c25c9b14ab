<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Finding;

use VelvetLedger\Core\Find\FindFacet;
use VelvetLedger\Core\Find\FrameSet;

/** What was found: by words, and by each facet of which values are wished. */
final readonly class Found
{
    public FrameSet $frames;

    /**
     * @param FrameSet                $all     that could be
     * @param array<string, FrameSet> $parts   by facet
     * @param list<string>            $phrases that were taken for days
     * @param list<string>            $notes   what else was taken for what, in words
     */
    public function __construct(public FrameSet $all, private FrameSet $words, private array $parts, public array $phrases, public array $notes)
    {
        $this->frames = $this->but(null);
    }

    /** What would be found were nothing wished of this facet: among these its values are counted. */
    public function but(?FindFacet $facet): FrameSet
    {
        $found = $this->words;
        foreach ($this->parts as $name => $part) {
            $found = $name === $facet?->value ? $found : $found->and($part);
        }

        return $found;
    }

    public function isWished(FindFacet $facet): bool
    {
        return isset($this->parts[$facet->value]);
    }
}
