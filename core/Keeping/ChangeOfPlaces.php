<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

/** What one change is to bring about, to be entered as a whole. */
final readonly class ChangeOfPlaces
{
    /**
     * @param string                $what      in words, to be taken back by
     * @param array<int, ShootKept> $shoots    by number, how they are to be; 0 is one that is not there yet
     * @param list<FollowsFolder>   $following what else follows, at each store
     */
    public function __construct(public Renaming $renaming, public string $what, public array $shoots = [], public array $following = [])
    {
    }
}
