<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\Medium;
use VelvetLedger\Core\Transfer\QuickPrint;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\Intakes\Entries;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Persistence\Intakes\WaitingFile;
use VelvetLedger\Server\Stores\Leftovers;

/** What a run does before it copies anything. */
final readonly class Preparation
{
    private const PRINTS_AT_ONCE = 200;

    public function __construct(private EntityManagerInterface $ledger, private ReceiptRepository $receipts, private Entries $entries, private SourceOfLine $sources, private Leftovers $leftovers, private Medium $medium, private Unentered $unentered)
    {
    }

    /** @return list<WaitingFile> what is to be copied, in order */
    public function prepare(Intake $intake, RunUnderWay $run): array
    {
        try {
            $this->entries->countAnew($run->intake);
            foreach ($run->stores->open() as $store) {
                $this->leftovers->clear($store, $this->receipts->foldersOf($intake));
            }
            $this->unentered->enter($intake, $run);
            $this->makeFolders($intake, $run);

            return $this->readPrints($run);
        } catch (\Throwable $ends) {
            $this->entries->close();
            throw $ends;
        }
    }

    /** The empty folders of a new shoot are there from the start, whatever comes into it. */
    private function makeFolders(Intake $intake, RunUnderWay $run): void
    {
        foreach ($intake->makes as $folder) {
            foreach ($run->stores->open() as $store) {
                try {
                    $run->folders->make($store->path($folder));
                } catch (CouldNotCopy $failure) {
                    $this->ledger->persist(DayBookEntry::ofIntake(\sprintf('Receipt %d: %s', $run->intake, $failure->getMessage()), $intake));
                }
            }
        }
        $run->stores->confirm();
        $this->ledger->flush();
    }

    /**
     * What is promised is told from now on by the ends of its bytes, not only by name, size and time.
     *
     * @return list<WaitingFile>
     */
    private function readPrints(RunUnderWay $run): array
    {
        $lines = $this->receipts->waiting($run->intake);
        $unprinted = array_filter($lines, static fn (WaitingFile $waiting): bool => null === $waiting->file->print);
        foreach (array_chunk($unprinted, self::PRINTS_AT_ONCE, true) as $some) {
            foreach ($some as $waiting) {
                $path = $this->sources->of($run, $waiting)->path;
                foreach (QuickPrint::places($waiting->file->bytes) as $from) {
                    $this->medium->willRead($path, $from, QuickPrint::END); // and no more: reading all of a slow card first, drives would wait for it
                }
            }
            $prints = [];
            foreach ($some as $place => $waiting) {
                try {
                    $prints[$waiting->line] = $print = (string) $this->sources->of($run, $waiting)->printed()->print;
                    $lines[$place] = $waiting->printed($print);
                } catch (CouldNot) {
                    // copying it says why
                }
                $run->moved(0);
            }
            $this->entries->printed($run->intake, $run->number, $prints);
        }
        $this->entries->printed($run->intake, $run->number);

        return array_values($lines);
    }
}
