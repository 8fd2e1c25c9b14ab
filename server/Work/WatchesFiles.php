<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Messenger\MessageBusInterface;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;
use VelvetLedger\Server\Stores\Stores;

/** Files that are still to be stamped or converted, while the main store is there: their worker was killed, or the store was away. */
final readonly class WatchesFiles implements Watched
{
    private const STAMPS = 600;
    private const DNGS = 30;

    private Overdue $overdue;

    public function __construct(private Stores $stores, private StampQueue $stamps, private Dngs $dngs, private MessageBusInterface $bus, ClockInterface $clock)
    {
        $this->overdue = new Overdue($clock);
    }

    public function look(): void
    {
        if (!$this->stores->at($this->stores->ofLedger())->isPresent()) {
            return;
        }
        foreach ($this->stamps->shoots() as $shoot) {
            if ($this->overdue->isToBeAsked("stamps $shoot", 1, self::STAMPS)) {
                $this->bus->dispatch(new WriteStamps($shoot));
            }
        }
        if ($this->overdue->isToBeAsked('dngs', 1, self::DNGS)) {
            $this->dngs->lookAround();
        }
    }
}
