<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Placing;

use VelvetLedger\Core\Look\LookedAt;
use VelvetLedger\Core\Look\Lot;
use VelvetLedger\Core\Placing\Verb;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Looks\LookRepository;
use VelvetLedger\Server\Persistence\Placing\PlacingRepository;

/** Has second copies be made that waited for a first look, when it is over: every frame of the shoot is judged, and nobody judges just now. */
final readonly class AfterLook
{
    public function __construct(private LookRepository $frames, private PlacingRepository $places, private PlacesShoots $shoots)
    {
    }

    /** @return bool whether any are owed since */
    public function rests(Lot $lot): bool
    {
        $over = $this->places->lookedThrough(array_map(static fn (LookedAt $frame): int => $frame->id, $this->frames->looked($lot, true)));
        if ([] !== $over) {
            $this->shoots->do(Verb::Mirror, $over, null, AskedBy::Page);
        }

        return [] !== $over;
    }
}
