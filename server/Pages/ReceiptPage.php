<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use VelvetLedger\Core\Receipt\OfWhich;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Cards\SourceGone;
use VelvetLedger\Server\Persistence\Copies\SightingRepository;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\View\Receipts\ConversionsView;
use VelvetLedger\Server\View\Receipts\ReceiptView;
use VelvetLedger\Server\View\Receipts\WaitsView;

/** A receipt as pages and commands show it. */
final readonly class ReceiptPage
{
    public function __construct(private ReceiptRepository $receipts, private IntakeRuns $runs, private SightingRepository $sightings, private Readers $readers, private Stores $stores)
    {
    }

    public function of(Intake $intake): ReceiptView
    {
        $found = $this->receipts->conversions($intake);
        $conversions = null === $found ? null : new ConversionsView(...$found);
        $waits = $intake->state()->isUnderWay() || ($conversions->waiting ?? 0) > 0;

        return new ReceiptView(
            $intake,
            $this->receipts->summary($intake),
            $this->receipts->copies($intake),
            new OfWhich($this->receipts->stamped($intake), $conversions->gone ?? 0, $this->receipts->cutOff($intake), $this->receipts->fromTwins($intake), $this->receipts->letGo($intake)),
            $conversions,
            $waits ? new WaitsView(array_values(array_diff($this->runs->copying(), [$intake->id()])), $this->sightings->nameOf($intake->machine)) : new WaitsView([], null, null === $intake->stoppedBecause() ? null : $this->now($intake), $this->runs->slowOne($intake->id())->sentence()),
            $this->receipts->together($intake),
        );
    }

    /** Whether what it stopped for is there now, whatever was said then; null where this machine cannot see it. */
    private function now(Intake $intake): ?string
    {
        try {
            $this->readers->sourceOf($intake);
        } catch (SourceGone) {
            return null === $this->sightings->nameOf($intake->machine) ? 'Its card is in no reader now: put it back, and go on.' : null;
        }
        $main = $this->stores->at($intake->store);

        return $main->isPresent() ? "Its card and $main->name are there now: it can go on." : "$main->name is not there now.";
    }
}
