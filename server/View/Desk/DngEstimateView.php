<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Desk;

/** What DNGs of the raws that are to come in will cost, by what this body's frames gave before. */
final readonly class DngEstimateView
{
    /** @param string $sentence '' where there is nothing to say */
    public function __construct(public string $sentence)
    {
    }
}
