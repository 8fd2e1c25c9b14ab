<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Receipts;

use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\IntakeState;

/** A receipt of another card that was begun on the same desk. */
final readonly class BegunTogetherView
{
    public int $number;
    public string $card;
    public IntakeState $state;

    public function __construct(Intake $intake)
    {
        $this->number = $intake->id();
        $this->card = $intake->source->label;
        $this->state = $intake->state();
    }
}
