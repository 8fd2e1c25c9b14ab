<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Persistence\Intakes\OwnershipLost;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Persistence\Intakes\WaitingFile;
use VelvetLedger\Server\Stores\StoreAbsent;

/**
 * Files that were given their names by an earlier intake of the same card, and not entered: a store left just between the
 * two. They are entered before anything else is copied from that card, also where another receipt is begun in place of
 * going on with the first; so nothing comes in twice, and no file stands in a shoot that the ledger does not know.
 */
final readonly class Unentered
{
    public function __construct(private ReceiptRepository $receipts, private IntakeRuns $runs, private BringInLines $bringIn, private OwnTransaction $own, private EntityManagerInterface $ledger)
    {
    }

    /** @throws CouldNotEnter|OwnershipLost|StoreAbsent|Interrupted|Wished */
    public function enter(Intake $intake, RunUnderWay $run): void
    {
        foreach ($this->receipts->stoppedOf($intake->card) as $earlier) {
            $lines = array_values(array_filter($this->receipts->waiting($earlier), static fn (WaitingFile $line): bool => self::stands($line, $run)));
            $number = [] === $lines ? null : $this->runs->takeStopped($earlier);
            if (null !== $number) {
                try {
                    $behalf = $run->onBehalfOf($earlier, $number);
                    $this->bringIn->bring($behalf, $lines);
                    $because = $behalf->notEntered();
                    if (null !== $because) {
                        throw CouldNotEnter::before($earlier, $because); // brought in after them, they would come in twice
                    }
                    $this->own->enter($earlier, $number, fn () => $this->enterInDayBook($earlier, \count($lines)));
                } finally {
                    $this->runs->release($earlier);
                }
            }
        }
    }

    private static function stands(WaitingFile $line, RunUnderWay $run): bool
    {
        foreach ($run->stores->open() as $store) {
            if (is_file($store->path($line->to))) {
                return true;
            }
        }

        return false;
    }

    private function enterInDayBook(int $earlier, int $files): void
    {
        $receipt = $this->receipts->find($earlier);
        $receipt->sumUp($this->receipts->addUp($receipt));
        $this->ledger->persist(DayBookEntry::ofIntake(\sprintf('Receipt %d: %s under its name already when a store left, compared with the card and entered now.', $earlier, Count::of($files, 'file stood', 'files stood')), $receipt));
        $this->ledger->flush();
    }
}
