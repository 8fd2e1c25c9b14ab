<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\DayBook\DayBookKind;
use VelvetLedger\Server\Persistence\Placing\LeavingRepository;
use VelvetLedger\Server\Persistence\Placing\PlacingRepository;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Stores\Stores;

/** Has shoots that come to a store be at home there, when all of each is proven there. */
final readonly class ComesHome
{
    public function __construct(private LeavingRepository $leaving, private PlacingRepository $places, private Stores $stores, private EntityManagerInterface $ledger)
    {
    }

    public function at(int $number): void
    {
        $shoots = $this->leaving->arrived($number);
        if ([] === $shoots) {
            return;
        }
        $store = $this->stores->find($number);
        $this->ledger->wrapInTransaction(function () use ($shoots, $number, $store): void {
            $this->places->liveAt($shoots, $number);
            foreach ($shoots as $shoot) {
                $this->ledger->persist(DayBookEntry::ofStore("All of it is on {$store->name()}, and at home there.", $store, DayBookKind::Owed, $this->ledger->find(Shoot::class, $shoot)));
            }
            $this->ledger->flush();
        });
    }
}
