<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Event\WorkerRunningEvent;
use Symfony\Component\Messenger\MessageBusInterface;
use VelvetLedger\Server\Persistence\CopyRepository;
use VelvetLedger\Server\Persistence\LedgerStore;
use VelvetLedger\Server\Persistence\ProvingRepository;
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

    private const NIGHT = [1, 2, 3, 4, 5];
    private const IDLE_LOAD = 0.7;

    private float $looked = 0.0;
    private float $converted = 0.0;

    /** @var array<int, array{float, int}> store => when its owed copies were last asked for, and how many they were; none while it is away */
    private array $asked = [];

    /** @var array<int, float> shoot => when its stamps were last asked for */
    private array $stamping = [];

    public function __construct(private readonly EntityManagerInterface $ledger, private readonly Stores $stores, private readonly CopyRepository $copies, private readonly ProvingRepository $provings, private readonly StampRepository $stamps, private readonly MessageBusInterface $bus, private readonly Dngs $dngs)
    {
    }

    #[AsEventListener]
    public function look(WorkerRunningEvent $event): void
    {
        if (!$event->isWorkerIdle() || microtime(true) - $this->looked < self::SECONDS || !\in_array('work', $event->getWorker()->getMetadata()->getTransportNames(), true)) {
            return;
        }
        $this->looked = microtime(true);
        $this->ledger->clear();
        $owed = $this->copies->creditors();
        foreach ($this->stores->all() as $store) {
            if (!$this->stores->at($store)->isPresent()) {
                unset($this->asked[$store->id()]);
                continue;
            }
            [$at, $of] = $this->asked[$store->id()] ?? [0.0, 0];
            if (isset($owed[$store->id()]) && ($of !== $owed[$store->id()] || microtime(true) - $at > self::AGAIN)) {
                $this->asked[$store->id()] = [microtime(true), $owed[$store->id()]];
                $this->bus->dispatch(new MakeOwed($store->id(), $store->name()));
            }
            if (StoreRole::Main === $store->role()) {
                $this->stamps();
                $this->dngs();
            }
            if (null !== $store->nightlyDays()) {
                $this->nightly($store, $store->nightlyDays());
            }
        }
    }

    private function dngs(): void
    {
        if (microtime(true) - $this->converted > self::DNGS) {
            $this->converted = microtime(true);
            $this->dngs->lookAround();
        }
    }

    /** What is still to be stamped: its worker was killed, or the main store was away. */
    private function stamps(): void
    {
        foreach ($this->stamps->shoots() as $shoot) {
            if (microtime(true) - ($this->stamping[$shoot] ?? 0.0) > self::AGAIN) {
                $this->stamping[$shoot] = microtime(true);
                $this->bus->dispatch(new WriteStamps($shoot));
            }
        }
    }

    private function nightly(LedgerStore $store, int $days): void
    {
        $load = sys_getloadavg();
        if (\in_array((int) date('G'), self::NIGHT, true) && false !== $load && $load[0] < self::IDLE_LOAD && !$this->provings->hadAShareToday($store->id())) {
            $this->bus->dispatch(new Prove($this->provings->ask($store->id(), null, $days)));
        }
    }
}
