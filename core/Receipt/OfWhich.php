<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Receipt;

/** How many of a receipt's files are not simply what stood on its card. */
final readonly class OfWhich
{
    /**
     * @param int $stamped that were given their stamp on the way
     * @param int $dngs    raws that their DNGs took the place of
     * @param int $cutOff  that were cut off on the card already
     * @param int $twins   that came from another card in place of what could not be read on this one
     * @param int $letGo   of frames that were let go for good since
     */
    public function __construct(public int $stamped = 0, public int $dngs = 0, public int $cutOff = 0, public int $twins = 0, public int $letGo = 0)
    {
    }
}
