<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use VelvetLedger\Server\Persistence\Copies\SightingRepository;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\View\ConversionsView;
use VelvetLedger\Server\View\ReceiptView;
use VelvetLedger\Server\View\WaitsView;

/** A receipt as pages and commands show it. */
final readonly class ReceiptPage
{
    public function __construct(private ReceiptRepository $receipts, private IntakeRuns $runs, private SightingRepository $sightings)
    {
    }

    public function of(Intake $intake): ReceiptView
    {
        $conversions = $this->receipts->conversions($intake);
        $waits = $intake->state()->isUnderWay() || ($conversions[0]->waiting ?? 0) > 0;

        return new ReceiptView(
            $intake,
            $this->receipts->summary($intake),
            $this->receipts->copies($intake),
            $this->receipts->stamped($intake),
            null === $conversions ? null : new ConversionsView(...$conversions),
            $this->receipts->cutOff($intake),
            $this->receipts->fromTwins($intake),
            $waits ? new WaitsView(array_values(array_diff($this->runs->copying(), [$intake->id()])), $this->sightings->nameOf($intake->machine)) : new WaitsView(),
        );
    }
}
