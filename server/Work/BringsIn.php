<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\Exception\RecoverableMessageHandlingException;
use VelvetLedger\Server\Intake\RunIntake;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Persistence\Intakes\RunsElsewhere;

/** Runs an intake for a worker. Handled twice at once, the second finds it taken and comes again later, until it is done. */
#[AsMessageHandler]
final readonly class BringsIn
{
    private const COMES_AGAIN = 4000;

    public function __construct(private RunIntake $run, private Lane $lane, private OtherMachines $others, private ReceiptRepository $receipts, private DoesAfterwards $afterwards)
    {
    }

    public function __invoke(BringIn $work): void
    {
        if ($this->others->haveTheCard($work)) {
            return;
        }
        try {
            $this->lane->do(fn () => $this->bringIn($work->receipt));
        } catch (RunsElsewhere $elsewhere) {
            throw new RecoverableMessageHandlingException($elsewhere->getMessage(), 0, $elsewhere, self::COMES_AGAIN);
        }
    }

    private function bringIn(int $receipt): void
    {
        $wasUnderWay = $this->receipts->find($receipt)->state()->isUnderWay();
        $intake = $this->run->run($receipt, $this->lane->watch());
        if ($wasUnderWay) {
            $this->afterwards->of($intake);
        }
    }
}
