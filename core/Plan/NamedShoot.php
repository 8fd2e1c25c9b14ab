<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Plan;

/** The names given to the frames of one shoot, and what had to be done for them to be free. */
final readonly class NamedShoot
{
    /**
     * @param list<FrameName> $names    in order of capture
     * @param list<int>       $inUse    numbers stepped over because files have them
     * @param int             $sameName frames whose name would be that of an earlier frame here
     * @param int             $taken    frames whose name is in use at the store
     * @param int|null        $digits   of the numbers, where the pattern's are too few
     * @param int             $near     names that frames of shoots of these days have, and that were not given again
     */
    public function __construct(public array $names, public array $inUse, public int $sameName, public int $taken, public ?int $digits, public int $near = 0)
    {
    }
}
