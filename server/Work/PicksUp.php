<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerStartedEvent;
use Symfony\Component\Messenger\MessageBusInterface;
use VelvetLedger\Server\Persistence\IntakeRuns;
use VelvetLedger\Server\Persistence\ReceiptRepository;

/**
 * When a worker starts it asks for all work that nobody does: what a worker that was killed left, and what a broker that
 * is not this database lost between the intake and its message. Asked for twice, it is done once.
 */
final readonly class PicksUp
{
    public function __construct(private ReceiptRepository $receipts, private IntakeRuns $runs, private MessageBusInterface $bus)
    {
    }

    #[AsEventListener]
    public function __invoke(WorkerStartedEvent $event): void
    {
        if (!\in_array('work', $event->getWorker()->getMetadata()->getTransportNames(), true)) {
            return;
        }
        foreach ($this->receipts->underWay() as $intake) {
            if (!$this->runs->isTaken($intake->id())) {
                $this->bus->dispatch(new BringIn($intake->id()));
            }
        }
    }
}
