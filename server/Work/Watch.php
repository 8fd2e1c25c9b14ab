<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerRunningEvent;

/** The worker of the lane of care looks every few seconds, between two slices of work too, for what nobody is at: in every lane but that of intakes (PicksUp). */
final class Watch
{
    private const SECONDS = 3;

    private float $looked = 0.0;

    /** @param iterable<Watched> $all */
    public function __construct(#[AutowireIterator(Watched::class)] private readonly iterable $all, private readonly ClockInterface $clock)
    {
    }

    #[AsEventListener]
    public function look(WorkerRunningEvent $event): void
    {
        $now = (float) $this->clock->now()->format('U.u');
        if ($now - $this->looked < self::SECONDS || !\in_array('care', $event->getWorker()->getMetadata()->getTransportNames(), true)) {
            return;
        }
        $this->looked = $now;
        foreach ($this->all as $watched) {
            $watched->look();
        }
    }
}
