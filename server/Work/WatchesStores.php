<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Clock\ClockInterface;
use Symfony\Component\Messenger\MessageBusInterface;
use VelvetLedger\Server\Persistence\Copies\SightingRepository;
use VelvetLedger\Server\Persistence\Copies\StepKind;
use VelvetLedger\Server\Persistence\Copies\StepRepository;
use VelvetLedger\Server\Stores\Drives;
use VelvetLedger\Server\Stores\Stores;

/** Stores that are there: what they are owed, and what is to be mended on them; and at night, on an idle machine, whether a share is to be proven. */
final readonly class WatchesStores implements Watched
{
    /** What could not be made is tried again after so many seconds, and what was to be mended and was not. */
    private const OWED = 600;
    private const MENDS = 30;

    private Overdue $overdue;

    public function __construct(private EntityManagerInterface $ledger, private Stores $stores, private StepRepository $steps, private Nights $nights, private SightingRepository $sightings, private Drives $drives, private MessageBusInterface $bus, ClockInterface $clock)
    {
        $this->overdue = new Overdue($clock);
    }

    public function look(): void
    {
        $this->ledger->clear();
        $owed = $this->steps->owed();
        $mends = $this->steps->waiting(StepKind::Mend);
        $here = [];
        foreach ($this->stores->all() as $store) {
            $id = $store->id();
            if (!$this->stores->at($store)->isPresent()) {
                $this->overdue->forget("owed $id");
                $this->overdue->forget("mends $id");
                continue;
            }
            $path = $this->stores->at($store)->path;
            $here[$id] = [$path, $this->drives->of($path)?->device];
            $isOwed = $this->overdue->isToBeAsked("owed $id", ($owed[$id] ?? 0) - ($mends[$id] ?? 0), self::OWED);
            $isAsked = $this->overdue->isToBeAsked("mends $id", $mends[$id] ?? 0, self::MENDS, false); // asked for by a person just now, its message is on the way
            if ($isOwed || $isAsked) {
                $this->bus->dispatch(new CarryOut($id, $store->name()));
            }
            $this->nights->prove($store);
        }
        $this->sightings->sees($here);
    }
}
