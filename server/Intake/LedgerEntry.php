<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\ORM\EntityManagerInterface;
use Doctrine\Persistence\ManagerRegistry;
use VelvetLedger\Core\Transfer\ProvenCopy;
use VelvetLedger\Server\Persistence\Copy;
use VelvetLedger\Server\Persistence\IntakeRuns;
use VelvetLedger\Server\Persistence\LedgerFile;
use VelvetLedger\Server\Persistence\Original;
use VelvetLedger\Server\Persistence\OwnershipLost;
use VelvetLedger\Server\Persistence\ReceiptLine;
use VelvetLedger\Server\Persistence\ReceiptRepository;
use VelvetLedger\Server\Persistence\ShootRepository;

/** Enters what came of a line: the line and all that it stands for in one transaction, and only while the run is the one that counts. */
final readonly class LedgerEntry
{
    public function __construct(private EntityManagerInterface $ledger, private IntakeRuns $runs, private ShootRepository $shoots, private ReceiptRepository $receipts, private ManagerRegistry $registry)
    {
    }

    /** @throws OwnershipLost */
    public function broughtIn(RunUnderWay $run, ReceiptLine $line, ProvenCopy $proven): void
    {
        $this->enter($run, function () use ($line, $proven): void {
            $frame = $line->frame() ?? throw new \LogicException("Line {$line->id()} was promised no frame.");
            $isFirst = 0 === $frame->files()->count();
            $original = new Original($frame, $line, $proven->print, $proven->checksum);
            $file = LedgerFile::asItIs($original, (string) $line->name);
            $copy = new Copy($file, $line->intake->store, $line->to());
            $line->broughtIn($file, $proven);
            foreach ([$original, $file, $copy, $copy->read($proven->checksum, $proven->provenAt)] as $entry) {
                $this->ledger->persist($entry);
            }
            $this->ledger->flush();
            $this->shoots->count($file, $isFirst, $proven->provenAt);
        });
    }

    /** @throws OwnershipLost */
    public function isHeld(RunUnderWay $run, ReceiptLine $line, string $as): void
    {
        $this->enter($run, function () use ($line, $as): void {
            $frame = $line->frame();
            $line->isHeld($as);
            $this->ledger->flush();
            if (null !== $frame) {
                $this->receipts->forgetIfEmpty($frame);
            }
        });
    }

    /** @throws OwnershipLost */
    public function failed(RunUnderWay $run, ReceiptLine $line, string $because): void
    {
        $this->enter($run, static fn () => $line->failed($because));
    }

    /**
     * @param \Closure(): mixed $enter
     *
     * @throws OwnershipLost
     */
    public function enter(RunUnderWay $run, \Closure $enter): void
    {
        $this->enterIn($run->intake, $run->number, $enter);
    }

    /**
     * The same for a run that never came under way.
     *
     * @param \Closure(): mixed $enter
     *
     * @throws OwnershipLost
     */
    public function enterIn(int $intake, int $run, \Closure $enter): void
    {
        try {
            $this->ledger->wrapInTransaction(function () use ($intake, $run, $enter): void {
                $this->runs->confirm($intake, $run);
                $enter();
            });
        } catch (\Throwable $failure) {
            $this->registry->resetManager(); // one that failed takes nothing more
            throw $failure;
        }
    }
}
