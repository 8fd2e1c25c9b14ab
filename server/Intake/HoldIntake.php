<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Persistence\Intakes\IntakeState;
use VelvetLedger\Server\Persistence\Intakes\IntakeWish;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;

/** Pauses or stops an intake at the photographer's wish: one that runs hears it within a moment, one that waits is held at once. */
final readonly class HoldIntake
{
    public function __construct(private EntityManagerInterface $ledger, private ReceiptRepository $receipts, private IntakeRuns $runs)
    {
    }

    public function pause(int $number): Intake
    {
        return $this->hold($number, IntakeWish::Pause);
    }

    public function stop(int $number): Intake
    {
        return $this->hold($number, IntakeWish::Stop);
    }

    private function hold(int $number, IntakeWish $wish): Intake
    {
        return $this->ledger->wrapInTransaction(function () use ($number, $wish): Intake {
            $intake = $this->receipts->find($number);
            if ($intake->state()->isUnderWay() && $this->runs->isTaken($number)) {
                $this->runs->wish($number, $wish);
            } elseif ($intake->state()->isUnderWay() && IntakeWish::Stop === $wish) {
                $intake->stopByWish($this->receipts->addUp($intake));
                $this->ledger->persist(DayBookEntry::ofIntake("Receipt $number stopped: {$intake->stoppedBecause()}", $intake));
            } elseif (IntakeState::Waiting === $intake->state() || IntakeState::Running === $intake->state()) {
                $intake->pauses($this->receipts->addUp($intake));
            }

            return $intake;
        });
    }
}
