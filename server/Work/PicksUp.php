<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerRunningEvent;
use Symfony\Component\Messenger\Event\WorkerStartedEvent;
use Symfony\Component\Messenger\MessageBusInterface;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Persistence\Intakes\IntakeState;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;

/**
 * When a worker starts, and every few seconds while it has nothing to do, it asks for all intakes that nobody works on: what
 * a worker or a command that was killed left, and what a broker that is not this database lost between the intake and its
 * message. Asked for twice, it is done once.
 */
final class PicksUp
{
    private const SECONDS = 10;

    /** An intake that was never begun may still have its message on the way; after so many seconds it has none. */
    private const ON_THE_WAY = 120;

    /** What could not be taken is asked for again after so many seconds. */
    private const AGAIN = 60;

    private int $looked = 0;

    /** @var array<int, int> intake => when it was last asked for */
    private array $asked = [];

    public function __construct(private readonly ReceiptRepository $receipts, private readonly IntakeRuns $runs, private readonly OtherMachines $others, private readonly MessageBusInterface $bus, private readonly ClockInterface $clock)
    {
    }

    #[AsEventListener]
    public function whenItStarts(WorkerStartedEvent $event): void
    {
        if (\in_array('work', $event->getWorker()->getMetadata()->getTransportNames(), true)) {
            $this->ask(0);
        }
    }

    #[AsEventListener]
    public function whenItIsIdle(WorkerRunningEvent $event): void
    {
        if ($event->isWorkerIdle() && $this->now() - $this->looked >= self::SECONDS && \in_array('work', $event->getWorker()->getMetadata()->getTransportNames(), true)) {
            $this->ask(self::ON_THE_WAY);
        }
    }

    /** @param int $waiting seconds from which on an intake that waits is taken to be forgotten */
    private function ask(int $waiting): void
    {
        $this->looked = $this->now();
        foreach ($this->receipts->underWay() as $intake) {
            $id = $intake->id();
            $isForgotten = IntakeState::Running === $intake->state() || $this->now() - $intake->askedAt->getTimestamp() >= $waiting;
            if ($isForgotten && $this->now() - ($this->asked[$id] ?? 0) >= self::AGAIN && !$this->runs->isTaken($id) && $this->others->canBringIn($intake)) {
                $this->asked[$id] = $this->now();
                $this->bus->dispatch(new BringIn($id));
            }
        }
    }

    private function now(): int
    {
        return $this->clock->now()->getTimestamp();
    }
}
