<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerRunningEvent;
use VelvetLedger\Server\Pace\Beat;

/** The worker of the lane of care looks every few seconds, between two slices of work too, for what nobody is at: in every lane but that of intakes (PicksUp). */
final class Watch
{
    private const SECONDS = 3;

    private readonly Beat $beat;

    /** @param iterable<Watched> $all */
    public function __construct(#[AutowireIterator(Watched::class)] private readonly iterable $all, ClockInterface $clock)
    {
        $this->beat = new Beat($clock, self::SECONDS);
    }

    #[AsEventListener]
    public function look(WorkerRunningEvent $event): void
    {
        if (!\in_array('care', $event->getWorker()->getMetadata()->getTransportNames(), true) || !$this->beat->isDue()) {
            return;
        }
        foreach ($this->all as $watched) {
            $watched->look();
        }
    }
}
