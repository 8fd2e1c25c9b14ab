<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

/** Work: what was asked of many shoots at once is entered, shoot by shoot. */
final readonly class PlaceShoots implements Work
{
    public function inWords(): string
    {
        return 'Shoots to be filed, to leave a store or to come back';
    }
}
