<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

/** Whoever makes DNGs, where an order wants them, of raws that have come in. */
interface TellsRaws
{
    /** @param list<int> $frames */
    public function cameIn(array $frames): void;

    /** The same, of all frames that an intake brought in. */
    public function allIn(int $intake): void;
}
