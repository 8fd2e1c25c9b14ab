<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Doctrine\ORM\EntityManagerInterface;
use Doctrine\Persistence\ManagerRegistry;
use Psr\Log\LoggerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerMessageFailedEvent;
use Symfony\Component\Messenger\Exception\HandlerFailedException;
use VelvetLedger\Server\Intake\Interrupted;
use VelvetLedger\Server\Intake\StopIntake;
use VelvetLedger\Server\Intake\Unexpected;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Persistence\Intakes\RunsElsewhere;

/** Says on the receipt what became of work that failed: that it waits to be tried again, or after the last try, why it stopped. */
final readonly class AfterFailure
{
    public function __construct(private ReceiptRepository $receipts, private IntakeRuns $runs, private StopIntake $stop, private EntityManagerInterface $ledger, private ManagerRegistry $registry, private LoggerInterface $log)
    {
    }

    /** After Messenger has decided whether to try again, see SendFailedMessageForRetryListener. */
    #[AsEventListener(priority: 50)]
    public function __invoke(WorkerMessageFailedEvent $event): void
    {
        $work = $event->getEnvelope()->getMessage();
        $failure = $event->getThrowable();
        $cause = $failure instanceof HandlerFailedException ? $failure->getPrevious() ?? $failure : $failure;
        $because = $cause->getPrevious() ?? $cause;
        if (!$because instanceof Interrupted && !$because instanceof RunsElsewhere) {
            $about = $work instanceof BringIn ? ['receipt' => $work->receipt] : [];
            $this->log->error('{work}: {reason}', $about + ['work' => $work instanceof Work ? $work->inWords() : $work::class, 'reason' => $because->getMessage(), 'exception' => $because]);
        }
        if (!$work instanceof BringIn || $because instanceof RunsElsewhere) {
            return;
        }
        $this->registry->resetManager();
        if (!$this->runs->isTaken($work->receipt)) {
            $this->enterStop($work->receipt, $event->willRetry() ? null : $because);
        }
    }

    private function enterStop(int $receipt, ?\Throwable $stoppedBy): void
    {
        $intake = $this->receipts->find($receipt);
        if (!$intake->state()->isUnderWay()) {
            return;
        }
        if (null !== $stoppedBy) {
            $this->stop->stop($receipt, \sprintf('It was tried several times and something that should not happen happened each time: %s. What is copied and proven stays, nothing on the card was touched; the log says more.', Unexpected::inWords($stoppedBy->getMessage())));

            return;
        }
        $intake->waits();
        $this->ledger->flush();
    }
}
