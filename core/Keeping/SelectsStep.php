<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

/** What brings the selects of a shoot to where they belong. */
final readonly class SelectsStep
{
    /**
     * @param list<int> $in   frames that are to go to the subfolder
     * @param list<int> $back frames that are to go back
     * @param int       $lie  how many lie there and belong there
     */
    public function __construct(public array $in, public array $back, public int $lie)
    {
    }

    public function toMove(): int
    {
        return \count($this->in) + \count($this->back);
    }
}
