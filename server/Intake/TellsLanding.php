<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

/** Whoever wants to know that frames have come in. */
interface TellsLanding
{
    /** @param list<int> $frames */
    public function landed(array $frames): void;
}
