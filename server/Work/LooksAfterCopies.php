<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use VelvetLedger\Server\Clearance\CompareCard;
use VelvetLedger\Server\Clearance\RemoveOriginals;
use VelvetLedger\Server\Copies\OwedSteps;
use VelvetLedger\Server\Copies\Proving;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;

/**
 * Does for a worker what is to be done about copies after an intake, a slice at a time, so that nothing waits for long; what
 * reads or writes stores steps back while a card is copied to them. Told to end, a worker leaves it to the next.
 */
final readonly class LooksAfterCopies
{
    /** Seconds that long work goes on before others have their turn. */
    private const SLICE = 4.0;

    /** Milliseconds after which it is tried again, where somebody else was at it, or a card was copied. */
    private const COMES_AGAIN = 2000;

    public function __construct(private OwedSteps $owed, private Proving $proving, private CompareCard $compare, private RemoveOriginals $remove, private IntakeRuns $runs, private OtherMachines $others, private Lane $lane)
    {
    }

    #[AsMessageHandler]
    public function carryOut(CarryOut $work): void
    {
        $this->besideNoIntake($work, $work->store, function () use ($work): void {
            $came = $this->owed->some($work->store, $this->lane->watch(), $this->lane->slice(self::SLICE), $work->came);
            if (null === $came) {
                $this->lane->send($work, self::COMES_AGAIN); // another is at it, and may be past what was asked for just now
            } elseif (!$came->isDone) {
                $this->lane->send(new CarryOut($work->store, $work->name, $came), $came->waits ? self::COMES_AGAIN : 0);
            }
        });
    }

    #[AsMessageHandler]
    public function prove(Prove $work): void
    {
        $this->besideNoIntake($work, $this->proving->storeOf($work->proving), function () use ($work): void {
            if ($this->proving->prove($work->proving, $this->lane->watch(), $this->lane->slice(self::SLICE), $work->turn)) {
                $this->lane->send($work);
            }
        });
    }

    #[AsMessageHandler]
    public function compare(Compare $work): void
    {
        $this->lane->do(function () use ($work): void {
            if ($this->compare->compare($work->card, $this->lane->watch(), $this->lane->slice(self::SLICE))) {
                $this->lane->send($work);
            }
        });
    }

    #[AsMessageHandler]
    public function remove(Remove $work): void
    {
        $this->lane->do(fn () => $this->remove->remove($work->card, $this->lane->watch()));
    }

    /** @param \Closure(): mixed $do */
    private function besideNoIntake(Work $work, int $store, \Closure $do): void
    {
        if ($this->others->haveTheStore($store, $work)) {
            return;
        }
        if ([] === $this->runs->copying()) {
            $this->lane->do($do);
        } else {
            $this->lane->send($work, self::COMES_AGAIN);
        }
    }
}
