<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

use VelvetLedger\Core\Order\SelectsHow;

/** How the selects of a shoot stand. */
final readonly class SelectsStanding
{
    /**
     * @param Selects|null $selects   null where there are none
     * @param SelectsHow   $byOrder   how they come there where nothing else is said
     * @param int          $lie       how many lie in the subfolder and belong there: frames, or files of copies
     * @param int          $toMove    how many are to go there or back, or to be made or taken away
     * @param int          $otherwise files that lie there and are not as in the shoot: edited there, or in the shoot
     */
    public function __construct(public ?Selects $selects, public SelectsHow $byOrder, public int $lie = 0, public int $toMove = 0, public int $otherwise = 0)
    {
    }
}
