<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Core\Transfer\Copier;
use VelvetLedger\Core\Transfer\CouldNotCopy;
use VelvetLedger\Core\Transfer\CouldNotPublish;
use VelvetLedger\Core\Transfer\Folders;
use VelvetLedger\Core\Transfer\ProvenCopy;
use VelvetLedger\Server\Persistence\DayBookEntry;
use VelvetLedger\Server\Persistence\Intake;
use VelvetLedger\Server\Persistence\ReceiptLine;
use VelvetLedger\Server\Settings\Settings;
use VelvetLedger\Server\Settings\Store;
use VelvetLedger\Server\Settings\StoreAbsent;

/**
 * Copies what an intake's receipt still waits for, a file at a time; each file is entered in the ledger as
 * soon as it is proven, so that a run cut off anywhere goes on where it was.
 */
final readonly class RunIntake
{
    /** Room kept free on a store beside the file to be written, bytes. */
    private const SPARE_ROOM = 16_000_000;

    /** Few, for each flush looks through all that was loaded since the last clear. */
    private const LINES_AT_ONCE = 25;

    /** Seconds between two words of how far a run is. */
    private const TICK = 0.25;

    public function __construct(private EntityManagerInterface $ledger, private Copier $copier, private LedgerEntry $entry, private Settings $settings)
    {
    }

    /** @param \Closure(Intake): void $tick called several times a second while bytes move, the intake saying how many */
    public function run(int $intakeId, \Closure $tick): Intake
    {
        $this->ledger->clear();
        $intake = $this->find($intakeId);
        $intake->begin();
        $this->ledger->flush();
        $tick = self::unhurried($tick);
        try {
            $this->makeFolders($intake);
            while ([] !== $lines = $this->waiting($intakeId)) {
                foreach ($lines as $line) {
                    $this->bringIn($line, $tick);
                }
                $this->ledger->clear();
            }
            $intake = $this->find($intakeId);
            $intake->end();
            $this->ledger->persist(new DayBookEntry(\sprintf('Receipt %d: %s', $intakeId, Receipts::summary($this->ledger, $intakeId)->sentence()), $intake));
        } catch (SourceGone|StoreAbsent $gone) {
            $intake = $this->find($intakeId);
            $intake->stop($gone->getMessage());
            $this->ledger->persist(new DayBookEntry(\sprintf('Receipt %d stopped: %s', $intakeId, $gone->getMessage()), $intake));
        }
        $this->ledger->flush();

        return $intake;
    }

    /**
     * @param \Closure(Intake): void $tick
     *
     * @return \Closure(Intake): void the same, but called no more often than every TICK seconds
     */
    private static function unhurried(\Closure $tick): \Closure
    {
        $last = 0.0;

        return static function (Intake $intake) use ($tick, &$last): void {
            if (microtime(true) - $last > self::TICK) {
                $last = microtime(true);
                $tick($intake);
            }
        };
    }

    /** The empty folders of a new shoot are there from the start, whatever comes into it. */
    private function makeFolders(Intake $intake): void
    {
        $store = $this->settings->main;
        if (!$store->isPresent()) {
            throw StoreAbsent::notMounted($store);
        }
        foreach ($intake->makes as $folder) {
            try {
                Folders::make($store->path.'/'.$folder);
            } catch (CouldNotCopy $failure) {
                $this->ledger->persist(new DayBookEntry(\sprintf('Receipt %d: %s', $intake->id, $failure->getMessage()), $intake));
            }
        }
    }

    /** @return list<ReceiptLine> */
    private function waiting(int $intakeId): array
    {
        return $this->ledger->getRepository(ReceiptLine::class)->findBy(['intake' => $intakeId, 'outcome' => Outcome::Waiting], ['position' => 'ASC'], self::LINES_AT_ONCE);
    }

    /** @param \Closure(Intake): void $tick */
    private function bringIn(ReceiptLine $line, \Closure $tick): void
    {
        $intake = $line->intake;
        $store = $this->settings->main;
        self::checkRoom($store, $line->bytes);
        $source = PathText::toPath($intake->sourcePath.'/'.$line->path);
        $destination = $store->path.'/'.$line->to();
        $lastTick = microtime(true);
        try {
            $proven = $this->copier->copy($source, $line->bytes, $line->modifiedAt, $destination, static function (int $moved) use ($intake, $tick, &$lastTick): void {
                $intake->bytesMoved += $moved;
                if (microtime(true) - $lastTick > 0.25) {
                    $lastTick = microtime(true);
                    $tick($intake);
                }
            });
            $this->enter($line, $proven);
        } catch (CouldNotPublish $taken) {
            $this->adoptOrFail($line, $source, $taken);
        } catch (CouldNotCopy $failure) {
            $this->explain($line, $failure);
        }
        ++$intake->filesMoved;
        $this->ledger->flush();
        $tick($intake);
    }

    private function enter(ReceiptLine $line, ProvenCopy $proven): void
    {
        $line->outcome = Outcome::BroughtIn;
        $line->reason = '';
        $line->checksum = $proven->checksum;
        $line->provenAt = $proven->provenAt;
        $this->entry->make($line, $proven);
    }

    /** A run cut off between naming a file and entering it left the very file that this line is about. */
    private function adoptOrFail(ReceiptLine $line, string $source, CouldNotPublish $taken): void
    {
        $proven = ProvenCopy::ofExisting($taken->path, $source);
        if (null !== $proven) {
            $this->enter($line, $proven);

            return;
        }
        $line->outcome = Outcome::Failed;
        $line->reason = $taken->getMessage();
    }

    private function explain(ReceiptLine $line, CouldNotCopy $failure): void
    {
        clearstatcache();
        if (!is_dir(PathText::toPath($line->intake->sourcePath))) {
            throw SourceGone::card($line->intake->sourceLabel);
        }
        self::checkRoom($this->settings->main, $line->bytes);
        $line->outcome = Outcome::Failed;
        $line->reason = $failure->getMessage();
    }

    private static function checkRoom(Store $store, int $bytes): void
    {
        clearstatcache();
        $free = $store->freeBytes() ?? throw StoreAbsent::notMounted($store);
        if ($free < $bytes + self::SPARE_ROOM) {
            throw StoreAbsent::full($store, $bytes);
        }
    }

    private function find(int $intakeId): Intake
    {
        return $this->ledger->find(Intake::class, $intakeId) ?? throw new \LogicException("There is no intake $intakeId.");
    }
}
