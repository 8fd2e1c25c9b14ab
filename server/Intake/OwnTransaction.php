<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\ORM\EntityManagerInterface;
use Doctrine\Persistence\ManagerRegistry;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Persistence\Intakes\OwnershipLost;

/** Changes an intake in one transaction, and only while the run is the one that counts. */
final readonly class OwnTransaction
{
    public function __construct(private EntityManagerInterface $ledger, private IntakeRuns $runs, private ManagerRegistry $registry)
    {
    }

    /**
     * @param \Closure(): mixed $enter
     *
     * @throws OwnershipLost
     */
    public function enter(int $intake, int $run, \Closure $enter): void
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
