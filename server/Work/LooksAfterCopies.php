<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\Exception\RecoverableMessageHandlingException;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Stamp\DelayStamp;
use VelvetLedger\Server\Clearance\CompareCard;
use VelvetLedger\Server\Clearance\RemoveOriginals;
use VelvetLedger\Server\Copies\CouldNotMend;
use VelvetLedger\Server\Copies\Mending;
use VelvetLedger\Server\Copies\OwedCopies;
use VelvetLedger\Server\Copies\Proving;
use VelvetLedger\Server\Intake\Interrupted;
use VelvetLedger\Server\Pace\Pace;

/** Does for a worker what is to be done about copies after an intake. Told to end, a worker leaves it to the next. */
final readonly class LooksAfterCopies
{
    /** Seconds that long work goes on before others have their turn. */
    private const SLICE = 4.0;

    /** Milliseconds after which a store that was worked on is tried again. */
    private const COMES_AGAIN = 2000;

    public function __construct(private OwedCopies $owed, private Proving $proving, private CompareCard $compare, private RemoveOriginals $remove, private Mending $mending, private Pace $pace, private Interruption $interruption, private MessageBusInterface $bus)
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

    #[AsMessageHandler]
    public function mend(Mend $work): void
    {
        $this->do(function () use ($work): void {
            try {
                if ($this->mending->asked($work->store, $this->pace->slice(self::SLICE), fn (int $bytes) => $this->interruption->stopHere())) {
                    $this->bus->dispatch($work);
                }
            } catch (CouldNotMend) {
                $this->bus->dispatch($work, [new DelayStamp(self::COMES_AGAIN)]); // another works there just now
            }
        });
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
