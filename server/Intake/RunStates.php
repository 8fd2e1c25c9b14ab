<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Receipt\Summary;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;

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
            $this->stops($intakeId, $number);

            return;
        }
        $this->own->enter($intakeId, $number, function () use ($intakeId): void {
            $this->runs->wish($intakeId, null);
            $this->takeBack->free($this->receipts->find($intakeId));
        });
    }

    /** At the photographer's word. */
    public function stops(int $intakeId, int $number): void
    {
        $this->close($intakeId, $number, static fn (Intake $intake, Summary $summary) => $intake->stopByWish($summary));
    }

    /** @param string|null $stoppedBecause what happened to it; null where nothing did */
    public function ends(int $intakeId, int $number, ?string $stoppedBecause): void
    {
        $this->close($intakeId, $number, static fn (Intake $intake, Summary $summary) => null === $stoppedBecause ? $intake->end($summary) : $intake->stop($stoppedBecause, $summary));
    }

    /** @param \Closure(Intake, Summary): mixed $how */
    private function close(int $intakeId, int $number, \Closure $how): void
    {
        $this->ledger->clear();
        $this->own->enter($intakeId, $number, function () use ($intakeId, $how): void {
            $this->runs->wish($intakeId, null);
            $intake = $this->receipts->find($intakeId);
            $summary = $this->receipts->addUp($intake);
            $how($intake, $summary);
            $this->ledger->persist(DayBookEntry::ofIntake(\sprintf('Receipt %d%s: %s', $intakeId, null === $intake->stoppedBecause() ? '' : ' stopped', $intake->stoppedBecause() ?? $summary->sentence()), $intake));
            $this->ledger->flush();
            $this->receipts->settlePromises();
        });
    }
}
