<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;

/** Stops an intake that nobody works on any more, and says why. */
final readonly class StopIntake
{
    public function __construct(private EntityManagerInterface $ledger, private ReceiptRepository $receipts)
    {
    }

    public function stop(int $number, string $because): Intake
    {
        $this->ledger->clear();

        return $this->ledger->wrapInTransaction(function () use ($number, $because): Intake {
            $intake = $this->receipts->find($number);
            if ($intake->state()->isUnderWay()) {
                $intake->stop($because, $this->receipts->addUp($intake));
                $this->ledger->persist(DayBookEntry::ofIntake("Receipt $number stopped: $because", $intake));
            }

            return $intake;
        });
    }
}
