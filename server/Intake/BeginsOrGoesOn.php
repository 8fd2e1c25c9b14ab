<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Cards\SourceGone;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Persistence\Cards\CardRepository;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;

/** The intake that is to be done of a card: the one that was cut off, or that stopped for what happened to it, and that nobody works on, as long as the card is what it was; else a new one. */
final readonly class BeginsOrGoesOn
{
    public function __construct(private StartIntake $start, private CardRepository $cards, private IntakeRuns $runs, private GoOn $goOn, private Readers $readers)
    {
    }

    /** @param \Closure(string): mixed $say told which is gone on with */
    public function of(Volume $volume, Wishes $wishes, \Closure $say): Intake
    {
        $cutOff = $this->cards->underWay($volume->identity);
        if (null !== $cutOff && !$this->runs->isTaken($cutOff->id())) {
            $say("Going on with receipt {$cutOff->id()}, which was cut off.");

            return $cutOff;
        }
        $stopped = null === $cutOff ? $this->cards->stoppedByAFault($volume->identity) : null;
        if (null !== $stopped && $this->isStillThere($stopped, $volume)) {
            $say("Going on with receipt {$stopped->id()}, which had stopped: {$stopped->stoppedBecause()}");

            return $this->goOn->with($stopped->id(), static fn (Intake $intake) => null);
        }

        return $this->start->start($volume, $wishes, static fn (Intake $intake) => null);
    }

    /** A card whose first or last still is another by now is begun anew: going on would stop again and again. */
    private function isStillThere(Intake $stopped, Volume $volume): bool
    {
        try {
            $this->readers->confirm($stopped, $volume->path);

            return true;
        } catch (SourceGone) {
            return false;
        }
    }
}
