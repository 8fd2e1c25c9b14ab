<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\ORM\EntityManagerInterface;
use Psr\Log\LoggerInterface;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Transfer\CopyOrder;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\LastingFolders;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Cards\SourceGone;
use VelvetLedger\Server\Persistence\DayBookEntry;
use VelvetLedger\Server\Persistence\Intake;
use VelvetLedger\Server\Persistence\IntakeRuns;
use VelvetLedger\Server\Persistence\OwnershipLost;
use VelvetLedger\Server\Persistence\ReceiptRepository;
use VelvetLedger\Server\Persistence\RunsElsewhere;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/**
 * Copies what an intake's receipt still waits for, a file at a time; each file is entered in the ledger as soon as it is
 * proven, so that a run cut off anywhere goes on where it was.
 */
final readonly class RunIntake
{
    /** Lines after which what Doctrine has loaded is let go of: each flush looks through all of it. */
    private const LINES_AT_ONCE = 25;

    public function __construct(
        private EntityManagerInterface $ledger,
        private BringInLine $bringIn,
        private LedgerEntry $entry,
        private IntakeRuns $runs,
        private ReceiptRepository $receipts,
        private Readers $readers,
        private Stores $stores,
        private LoggerInterface $log,
    ) {
    }

    /**
     * @param \Closure(int, int): mixed $watch told several times a second of bytes and files so far; what it throws ends the run where it is
     *
     * @throws RunsElsewhere while another process works on it
     * @throws Interrupted   as $watch threw it; the intake waits to be gone on with
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

    /** @param \Closure(int, int): mixed $watch */
    private function work(int $intakeId, int $number, \Closure $watch): void
    {
        try {
            $intake = $this->receipts->find($intakeId);
            $run = new RunUnderWay($intakeId, $number, $this->readers->sourceOf($intake)->path, $this->stores->at($intake->store)->open(), $this->runs, $watch);
            $this->entry->enter($run, $intake->begins(...));
            $run->say(true);
            $this->clearLeftovers($intake, $run);
            $this->makeFolders($intake, $run);
            $this->readPrints($run);
            foreach ($this->receipts->waiting($intakeId) as $done => $line) {
                if (0 === $done % self::LINES_AT_ONCE) {
                    $this->ledger->clear();
                }
                $this->bringIn->bring($run, $line, $this->readers);
            }
            $run->say(true);
            $this->finish($intakeId, $number, null);
        } catch (SourceGone|StoreAbsent $gone) {
            $this->finish($intakeId, $number, $gone->getMessage());
        }
    }

    /** Temporary files of runs of this intake that were cut off. */
    private function clearLeftovers(Intake $intake, RunUnderWay $run): void
    {
        $folders = 1 === $run->number ? [] : $this->receipts->foldersOf($intake);
        foreach ($folders as $folder) {
            foreach (FolderNames::in($run->store->path($folder)) as $name) {
                $by = CopyOrder::leftBy($name);
                if (null !== $by && $by[0] === $run->intake && $by[1] < $run->number) {
                    @unlink($run->store->path($folder).'/'.$name);
                }
            }
        }
    }

    /** The empty folders of a new shoot are there from the start, whatever comes into it. */
    private function makeFolders(Intake $intake, RunUnderWay $run): void
    {
        foreach ($intake->makes as $folder) {
            try {
                LastingFolders::make($run->store->path($folder));
            } catch (CouldNotCopy $failure) {
                $this->ledger->persist(new DayBookEntry(\sprintf('Receipt %d: %s', $run->intake, $failure->getMessage()), $intake));
            }
        }
        $run->store->confirm();
        $this->ledger->flush();
    }

    /** What is promised is told from now on by the ends of its bytes, not only by name, size and time. */
    private function readPrints(RunUnderWay $run): void
    {
        foreach (array_chunk($this->receipts->unprinted($run->intake), 200) as $some) {
            $prints = [];
            foreach ($some as $id) {
                $line = $this->receipts->line($id);
                try {
                    $prints[$id] = (new SourceFile(PathText::toPath($run->source.'/'.$line->path), $line->bytes, $line->modifiedAt))->printed()->print;
                } catch (CouldNot) {
                    // copying it says why
                }
                $run->moved(0);
            }
            $this->entry->enter($run, function () use ($prints): void {
                foreach ($prints as $id => $print) {
                    $this->receipts->line($id)->printed((string) $print);
                }
            });
            $this->ledger->clear();
        }
    }

    private function finish(int $intakeId, int $number, ?string $stoppedBecause): void
    {
        $this->ledger->clear();
        $this->entry->enterIn($intakeId, $number, function () use ($intakeId, $stoppedBecause): void {
            $intake = $this->receipts->find($intakeId);
            $summary = $this->receipts->addUp($intake);
            null === $stoppedBecause ? $intake->end($summary) : $intake->stop($stoppedBecause, $summary);
            $this->ledger->persist(new DayBookEntry(null === $stoppedBecause ? \sprintf('Receipt %d: %s', $intakeId, $summary->sentence()) : \sprintf('Receipt %d stopped: %s', $intakeId, $stoppedBecause), $intake));
            $this->ledger->flush();
            foreach ($this->receipts->settlePromises() as $settled) {
                $other = $this->receipts->find($settled);
                $other->sumUp($this->receipts->addUp($other));
            }
        });
    }
}
