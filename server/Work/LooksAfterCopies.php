<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\Exception\RecoverableMessageHandlingException;
use VelvetLedger\Server\Clearance\CompareCard;
use VelvetLedger\Server\Clearance\RemoveOriginals;
use VelvetLedger\Server\Copies\OwedCopies;
use VelvetLedger\Server\Copies\Proving;
use VelvetLedger\Server\Intake\Interrupted;

/** Does for a worker what is to be done about copies after an intake. Told to end, a worker leaves it to the next. */
final readonly class LooksAfterCopies
{
    public function __construct(private OwedCopies $owed, private Proving $proving, private CompareCard $compare, private RemoveOriginals $remove, private Interruption $interruption)
    {
    }

    #[AsMessageHandler]
    public function makeOwed(MakeOwed $work): void
    {
        $this->do(fn () => $this->owed->make($work->store, fn (int $bytes) => $this->interruption->stopHere()));
    }

    #[AsMessageHandler]
    public function prove(Prove $work): void
    {
        $this->do(fn () => $this->proving->prove($work->proving, $this->interruption->stopHere(...)));
    }

    #[AsMessageHandler]
    public function compare(Compare $work): void
    {
        $this->do(fn () => $this->compare->compare($work->card, $this->interruption->stopHere(...)));
    }

    #[AsMessageHandler]
    public function remove(Remove $work): void
    {
        $this->do(fn () => $this->remove->remove($work->card, $this->interruption->stopHere(...)));
    }

    /** @param \Closure(): mixed $work */
    private function do(\Closure $work): void
    {
        try {
            $work();
        } catch (Interrupted $interrupted) {
            throw new RecoverableMessageHandlingException($interrupted->getMessage(), 0, $interrupted, 0); // for the next worker
        }
    }
}
