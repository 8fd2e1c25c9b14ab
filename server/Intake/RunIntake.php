<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\DBAL\Exception as DatabaseTrouble;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Log\LoggerInterface;
use VelvetLedger\Server\Cards\SourceGone;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Persistence\Intakes\IntakeWish;
use VelvetLedger\Server\Persistence\Intakes\OwnershipLost;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Persistence\Intakes\RunsElsewhere;
use VelvetLedger\Server\Persistence\Intakes\WaitingFile;
use VelvetLedger\Server\Stores\StoreAbsent;

/**
 * Copies what an intake's receipt still waits for; files are entered in the ledger as soon as they are proven, so that a run
 * cut off anywhere goes on where it was.
 */
final readonly class RunIntake
{
    public function __construct(
        private EntityManagerInterface $ledger,
        private OpensRun $opens,
        private Preparation $preparation,
        private BringInLines $bringIn,
        private IntakeRuns $runs,
        private ReceiptRepository $receipts,
        private RunStates $states,
        private LoggerInterface $log,
    ) {
    }

    /**
     * @param \Closure(int, int): mixed $watch told several times a second of bytes and files so far; what it throws ends the run where it is
     *
     * @throws RunsElsewhere   while another process works on it
     * @throws Interrupted     as $watch threw it; the intake waits to be gone on with
     * @throws DatabaseTrouble when the database stops answering; the same
     */
    public function run(int $intakeId, \Closure $watch): Intake
    {
        $this->ledger->clear();
        $number = $this->runs->take($intakeId);
        if (null === $number) {
            return $this->receipts->find($intakeId);
        }
        try {
            $this->work($intakeId, $number, $watch);
        } catch (OwnershipLost $lost) {
            $this->log->notice('Receipt {receipt}: run {run} was taken over by another', ['receipt' => $intakeId, 'run' => $number, 'exception' => $lost]);
        } finally {
            $this->runs->release($intakeId);
        }
        $this->ledger->clear();

        return $this->receipts->find($intakeId);
    }

    /**
     * Who wishes it to pause or to stop when nothing is left to be copied gets what a moment later would have come of it.
     *
     * @param list<WaitingFile> $lines
     *
     * @throws OwnershipLost|StoreAbsent|SourceGone|Interrupted|Wished
     */
    private function bring(RunUnderWay $run, array $lines): void
    {
        try {
            $this->bringIn->bring($run, $lines);
        } catch (Wished $wished) {
            if (IntakeWish::TakeBack === $wished->wish || null !== $run->notEntered() || [] !== $this->receipts->waiting($run->intake)) {
                throw $wished;
            }
            $this->bringIn->ends($run);
        }
    }

    /** @param \Closure(int, int): mixed $watch */
    private function work(int $intakeId, int $number, \Closure $watch): void
    {
        try {
            $intake = $this->receipts->find($intakeId);
            $run = $this->opens->run($intake, $number, $watch);
            $this->states->begins($intake, $number);
            $run->report();
            $this->bring($run, $this->preparation->prepare($intake, $run));
            $run->reportLast();
            $this->states->ends($intakeId, $number, $run->notEntered());
        } catch (Wished $wished) {
            match ($wished->wish) {
                IntakeWish::Pause => $this->states->pauses($intakeId, $number),
                IntakeWish::Stop => $this->states->stops($intakeId, $number),
                IntakeWish::TakeBack => $this->states->isTakenBack($intakeId, $number),
            };
            if (IntakeWish::TakeBack === $wished->wish) {
                $run->folders->takeAway(); // the drives are as they were, too
            }
        } catch (SourceGone|StoreAbsent|CouldNotEnter $gone) {
            $this->states->ends($intakeId, $number, $gone->getMessage());
        }
    }
}
