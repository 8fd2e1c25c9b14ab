<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Server\Persistence\DayBookEntry;
use VelvetLedger\Server\Persistence\Intake;
use VelvetLedger\Server\Persistence\IntakeRuns;
use VelvetLedger\Server\Persistence\ReceiptRepository;

/** Where a run leaves its intake: begun, paused, taken back, stopped or done; each entered only while the run is the one that counts. */
final readonly class RunStates
{
    public function __construct(private EntityManagerInterface $ledger, private OwnTransaction $own, private IntakeRuns $runs, private ReceiptRepository $receipts, private TakeBack $takeBack)
    {
    }

    public function begins(Intake $intake, int $number): void
    {
        $this->own->enter($intake->id(), $number, $intake->begins(...));
    }

    public function pauses(int $intakeId, int $number): void
    {
        $this->ledger->clear();
        $this->own->enter($intakeId, $number, function () use ($intakeId): void {
            $this->runs->wish($intakeId, null);
            $intake = $this->receipts->find($intakeId);
            $intake->pauses($this->receipts->addUp($intake));
        });
    }

    /** Where a file came in between the wish and its being heard, it is stopped instead: what is done stays. */
    public function isTakenBack(int $intakeId, int $number): void
    {
        $this->ledger->clear();
        if ($this->takeBack->hasBroughtIn($this->receipts->find($intakeId))) {
            $this->ends($intakeId, $number, Intake::STOPPED_BY_WISH);

            return;
        }
        $this->own->enter($intakeId, $number, function () use ($intakeId): void {
            $this->runs->wish($intakeId, null);
            $this->takeBack->free($this->receipts->find($intakeId));
        });
    }

    public function ends(int $intakeId, int $number, ?string $stoppedBecause): void
    {
        $this->ledger->clear();
        $this->own->enter($intakeId, $number, function () use ($intakeId, $stoppedBecause): void {
            $this->runs->wish($intakeId, null);
            $intake = $this->receipts->find($intakeId);
            $summary = $this->receipts->addUp($intake);
            null === $stoppedBecause ? $intake->end($summary) : $intake->stop($stoppedBecause, $summary);
            $this->ledger->persist(DayBookEntry::ofIntake(null === $stoppedBecause ? \sprintf('Receipt %d: %s', $intakeId, $summary->sentence()) : \sprintf('Receipt %d stopped: %s', $intakeId, $stoppedBecause), $intake));
            $this->ledger->flush();
            $this->receipts->settlePromises();
        });
    }
}
