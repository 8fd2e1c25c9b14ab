<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerRunningEvent;
use Symfony\Component\Messenger\MessageBusInterface;
use VelvetLedger\Server\Persistence\CopyRepository;
use VelvetLedger\Server\Persistence\StampRepository;
use VelvetLedger\Server\Persistence\StoreRole;
use VelvetLedger\Server\Stores\Stores;

/**
 * While a worker has nothing to do it looks, every few seconds, whether a store that is owed copies has come back, and at
 * night, on an idle machine, whether a share of a store is to be proven.
 */
final class Watch
{
    private const SECONDS = 3;

    /** What could not be made is tried again after so many seconds. */
    private const AGAIN = 600;

    /** Between two looks at what is to be converted, and at raws that may go. */
    private const DNGS = 30;

    /** What was asked to be mended and nobody came to, for its worker was killed or its store away, is asked for again. */
    private const MENDS = 30;

    private float $looked = 0.0;
    private float $converted = 0.0;

    /** @var array<int, array{float, int}> store => when its owed copies were last asked for, and how many they were; none while it is away */
    private array $asked = [];

    /** @var array<int, float> store => when its mending was last asked for */
    private array $mending = [];

    /** @var array<int, float> shoot => when its stamps were last asked for */
    private array $stamping = [];

    public function __construct(private readonly EntityManagerInterface $ledger, private readonly Stores $stores, private readonly CopyRepository $copies, private readonly StampRepository $stamps, private readonly MessageBusInterface $bus, private readonly Dngs $dngs, private readonly Nights $nights, private readonly ClockInterface $clock)
    {
    }

    #[AsEventListener]
    public function look(WorkerRunningEvent $event): void
    {
        if (!$event->isWorkerIdle() || $this->now() - $this->looked < self::SECONDS || !\in_array('work', $event->getWorker()->getMetadata()->getTransportNames(), true)) {
            return;
        }
        $this->looked = $this->now();
        $this->ledger->clear();
        $owed = $this->copies->creditors();
        $mends = $this->copies->toBeMended();
        foreach ($this->stores->all() as $store) {
            if (!$this->stores->at($store)->isPresent()) {
                unset($this->asked[$store->id()]);
                continue;
            }
            [$at, $of] = $this->asked[$store->id()] ?? [0.0, 0];
            if (isset($owed[$store->id()]) && ($of !== $owed[$store->id()] || $this->now() - $at > self::AGAIN)) {
                $this->asked[$store->id()] = [$this->now(), $owed[$store->id()]];
                $this->bus->dispatch(new MakeOwed($store->id(), $store->name()));
            }
            if (isset($mends[$store->id()]) && $this->now() - ($this->mending[$store->id()] ?? 0.0) > self::MENDS) {
                $this->mending[$store->id()] = $this->now();
                $this->bus->dispatch(new Mend($store->id(), $store->name()));
            }
            if (StoreRole::Main === $store->role()) {
                $this->stamps();
                $this->dngs();
            }
            $this->nights->prove($store);
        }
    }

    private function dngs(): void
    {
        if ($this->now() - $this->converted > self::DNGS) {
            $this->converted = $this->now();
            $this->dngs->lookAround();
        }
    }

    /** What is still to be stamped: its worker was killed, or the main store was away. */
    private function stamps(): void
    {
        foreach ($this->stamps->shoots() as $shoot) {
            if ($this->now() - ($this->stamping[$shoot] ?? 0.0) > self::AGAIN) {
                $this->stamping[$shoot] = $this->now();
                $this->bus->dispatch(new WriteStamps($shoot));
            }
        }
    }

    private function now(): float
    {
        return (float) $this->clock->now()->format('U.u');
    }
}
