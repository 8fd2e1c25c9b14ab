<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Persistence\Intakes\IntakeWish;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;

/**
 * Takes a beginning back for as long as nothing of it was copied: the names it promised are free again, and the desk is as
 * it was. Its receipt stays, and says so.
 */
final readonly class TakeBack
{
    /** A worker takes up what was begun on a desk only after so many milliseconds: so long a hand that slipped has for sure. */
    public const GRACE = 5000;
    public const SAID = 'taken back before anything was copied';

    public function __construct(private EntityManagerInterface $ledger, private Connection $database, private ReceiptRepository $receipts, private IntakeRuns $runs)
    {
    }

    /**
     * It, and what was begun with it; at once where nobody works on it yet, else its run hears the wish with its next word.
     *
     * @throws CouldNotTakeBack where something came in already, or it ended; then of none
     */
    public function takeBack(int $number): Intake
    {
        return $this->ledger->wrapInTransaction(function () use ($number): Intake {
            $this->database->executeStatement('SELECT 1 FROM intake WHERE id = :it OR begun_with = (SELECT begun_with FROM intake WHERE id = :it) ORDER BY id FOR UPDATE', ['it' => $number]); // no worker takes it meanwhile
            $intake = $this->receipts->find($number);
            foreach ($this->receipts->together($intake) as $each) {
                $hasBegun = $this->hasBroughtIn($each);
                if (!$each->state()->isUnderWay() && ($hasBegun || $each === $intake)) {
                    throw CouldNotTakeBack::hasEnded($each->id());
                }
                if ($hasBegun) {
                    throw CouldNotTakeBack::hasBegun($each->id());
                }
                if (!$each->state()->isUnderWay()) {
                    continue; // there was nothing to bring in from it
                }
                if ($this->runs->isTaken($each->id())) {
                    $this->runs->wish($each->id(), IntakeWish::TakeBack);
                } else {
                    $this->free($each);
                }
            }

            return $intake;
        });
    }

    public function hasBroughtIn(Intake $intake): bool
    {
        return false !== $this->database->fetchOne('SELECT 1 FROM receipt_line WHERE intake_id = ? AND outcome = ? LIMIT 1', [$intake->id(), Outcome::BroughtIn->value]);
    }

    /** Within a transaction: frees what it promised. */
    public function free(Intake $intake): void
    {
        $this->database->executeStatement("UPDATE receipt_line SET outcome = 'left out', reason = ? WHERE intake_id = ? AND outcome IN ('waiting', 'failed')", [self::SAID, $intake->id()]);
        // A frame that another receipt brings the other half of stays for that one; where that one is taken back as well, it goes.
        $this->database->executeStatement("DELETE FROM frame r
            WHERE (intake_id = :of OR id IN (SELECT frame_id FROM receipt_line WHERE intake_id = :of))
            AND NOT EXISTS (SELECT 1 FROM original o WHERE o.frame_id = r.id)
            AND NOT EXISTS (SELECT 1 FROM file f WHERE f.frame_id = r.id)
            AND NOT EXISTS (SELECT 1 FROM receipt_line l WHERE l.frame_id = r.id AND l.intake_id <> :of AND l.outcome IN ('waiting', 'failed', 'unreadable'))", ['of' => $intake->id()]);
        $intake->isTakenBack($this->receipts->addUp($intake));
        $this->ledger->persist(DayBookEntry::ofIntake("Receipt {$intake->id()} was ".self::SAID.'.', $intake));
        $this->ledger->flush();
        $this->receipts->settlePromises();
    }
}
