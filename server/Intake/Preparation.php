<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Transfer\CopyOrder;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\LastingFolders;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Server\Persistence\DayBookEntry;
use VelvetLedger\Server\Persistence\Entries;
use VelvetLedger\Server\Persistence\Intake;
use VelvetLedger\Server\Persistence\ReceiptRepository;
use VelvetLedger\Server\Persistence\WaitingFile;

/** What a run does before it copies anything. */
final readonly class Preparation
{
    private const PRINTS_AT_ONCE = 200;

    public function __construct(private EntityManagerInterface $ledger, private ReceiptRepository $receipts, private Entries $entries)
    {
    }

    public function prepare(Intake $intake, RunUnderWay $run): void
    {
        $this->clearLeftovers($intake, $run);
        $this->makeFolders($intake, $run);
        $this->readPrints($run);
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
        $unprinted = array_values(array_filter($this->receipts->waiting($run->intake), static fn (WaitingFile $waiting): bool => null === $waiting->file->print));
        foreach (array_chunk($unprinted, self::PRINTS_AT_ONCE) as $some) {
            $prints = [];
            foreach ($some as $waiting) {
                try {
                    $prints[$waiting->line] = (string) (new SourceFile(PathText::toPath($run->source.'/'.$waiting->file->path), $waiting->file->bytes, $waiting->file->modifiedAt))->printed()->print;
                } catch (CouldNot) {
                    // copying it says why
                }
                $run->moved(0);
            }
            $this->entries->printed($run->intake, $run->number, $prints);
        }
    }
}
