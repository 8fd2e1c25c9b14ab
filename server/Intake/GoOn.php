<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Persistence\Intakes\IntakeState;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;

/** Goes on with an intake that stopped, and tries again what failed; one that waits for its first moments to pass begins at once, and one whose run was killed is taken over. */
final readonly class GoOn
{
    public function __construct(private ReceiptRepository $receipts, private IntakeRuns $runs, private EntityManagerInterface $ledger)
    {
    }

    /** @param \Closure(Intake): mixed $then done in the same transaction, where there is anything to go on with */
    public function with(int $number, \Closure $then): Intake
    {
        return $this->ledger->wrapInTransaction(function () use ($number, $then): Intake {
            $intake = $this->receipts->find($number);
            if (IntakeState::Waiting === $intake->state() || (IntakeState::Running === $intake->state() && !$this->runs->isTaken($number))) {
                $then($intake); // asked for twice, it is done once
            } elseif (IntakeState::Running !== $intake->state() && IntakeState::TakenBack !== $intake->state()) {
                $this->runs->wish($number, null);
                foreach ($this->receipts->lines($intake, Outcome::Failed, Outcome::Unreadable) as $line) {
                    if (null !== $line->folder && null !== $line->frame()) {
                        $line->waitsAgain();
                    }
                }
                $intake->waits();
                $this->ledger->flush();
                $then($intake);
            }

            return $intake;
        });
    }
}
