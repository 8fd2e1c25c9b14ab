<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Doctrine\DBAL\Exception;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerMessageFailedEvent;
use Symfony\Component\Messenger\Event\WorkerMessageHandledEvent;
use VelvetLedger\Server\Persistence\Locks;

/** Between two pieces of work a worker has nothing to itself, whatever became of the one before: its connection stays, and what it forgot would be kept from everybody. */
final readonly class KeepsNothing
{
    public function __construct(private Locks $locks)
    {
    }

    #[AsEventListener(WorkerMessageHandledEvent::class, priority: 100)]
    #[AsEventListener(WorkerMessageFailedEvent::class, priority: 100)]
    public function __invoke(): void
    {
        try {
            $this->locks->releaseAll();
        } catch (Exception) {
            // the connection ended, and with it all that it had
        }
    }
}
