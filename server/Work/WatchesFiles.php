<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Messenger\MessageBusInterface;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;
use VelvetLedger\Server\Stores\Stores;

/** Files that are still to be stamped or converted, while their shoots' homes are there: their worker was killed, or the store was away. */
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
        $isThere = [];
        foreach ($this->stamps->shoots() as $shoot) {
            $home = $this->stores->homeOf($shoot);
            $isThere[$home->id()] ??= $this->stores->at($home)->isPresent();
            if ($isThere[$home->id()] && $this->overdue->isToBeAsked("stamps $shoot", 1, self::STAMPS)) {
                $this->bus->dispatch(new WriteStamps($shoot));
            }
        }
        if ($this->overdue->isToBeAsked('dngs', 1, self::DNGS)) {
            $this->dngs->lookAround(array_values(array_map(static fn (LedgerStore $store): int => $store->id(), array_filter($this->stores->all(), fn (LedgerStore $store): bool => $this->stores->at($store)->isPresent()))));
        }
    }
}
