<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use VelvetLedger\Core\Plan\Intent;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Server\Cards\CardsOnDesk;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Cards\SourceGone;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Persistence\Cards\CardRepository;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;

/** The intakes that are to be done of the cards of a desk: of each the one that was cut off, or that stopped for what happened to it, and that nobody works on, as long as the card is what it was; of the others, new ones. */
final readonly class BeginsOrGoesOn
{
    public function __construct(private StartIntake $start, private Plans $plans, private CardRepository $cards, private IntakeRuns $runs, private GoOn $goOn, private Readers $readers)
    {
    }

    /**
     * @param \Closure(string): mixed $say told which are gone on with
     *
     * @return non-empty-list<Intake>
     */
    public function of(CardsOnDesk $desk, Wishes $wishes, \Closure $say): array
    {
        $goneOn = $new = [];
        foreach ($desk->volumes as $volume) {
            $intake = $this->goOnWith($volume, $say);
            null === $intake ? $new[] = $volume : $goneOn[] = $intake;
        }
        if ([] === $goneOn) {
            return $this->start->start($desk, $wishes, static fn (Intake $intake) => null);
        }
        $rest = [] === $new ? null : CardsOnDesk::of(...$new);
        $comes = null === $rest ? 0 : $this->plans->make($rest, $wishes)->totals->files->number(Intent::BringIn);

        return null === $rest || 0 === $comes ? $goneOn : [...$goneOn, ...$this->start->start($rest, $wishes, static fn (Intake $intake) => null)];
    }

    /** @param \Closure(string): mixed $say */
    private function goOnWith(Volume $volume, \Closure $say): ?Intake
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

        return null;
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
