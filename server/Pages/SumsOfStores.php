<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Pages;

use VelvetLedger\Server\Persistence\Changes\FollowingRepository;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Persistence\Copies\StepKind;
use VelvetLedger\Server\Persistence\Copies\StepRepository;
use VelvetLedger\Server\Persistence\Copies\StoreSumsRepository;
use VelvetLedger\Server\Persistence\Placing\BesideRepository;
use VelvetLedger\Server\Stores\ChangesOwed;
use VelvetLedger\Server\Stores\MonthOfProofs;
use VelvetLedger\Server\Stores\StoreSums;

/** What stores hold and are owed: the numbers that every page says of a store. */
final readonly class SumsOfStores
{
    public function __construct(private StoreSumsRepository $sums, private StepRepository $steps, private FollowingRepository $following, private BesideRepository $beside)
    {
    }

    /**
     * @param list<LedgerStore> $stores
     *
     * @return array<int, StoreSums> by store
     */
    public function of(array $stores): array
    {
        [$moves, $removals, $leaving, $behind] = [$this->steps->toFollow(StepKind::Move), $this->steps->toFollow(StepKind::Remove), $this->steps->toFollow(StepKind::Leave), $this->following->behind()];
        $beside = $this->beside->toCopy();
        $found = [];
        foreach ($stores as $store) {
            $states = $this->sums->byState($store->id());
            $months = $this->sums->months($store->id());
            $copies = static fn (CopyState $state): int => $states[$state->value][0] ?? 0;
            $found[$store->id()] = new StoreSums(
                $copies(CopyState::Proven),
                $copies(CopyState::Owed),
                $copies(CopyState::Missing) + $copies(CopyState::Differs),
                new ChangesOwed($moves[$store->id()] ?? 0, $removals[$store->id()] ?? 0, $behind[$store->id()] ?? 0, $leaving[$store->id()] ?? 0, $beside[$store->id()] ?? 0),
                $states[CopyState::Proven->value][1] ?? 0,
                $states[CopyState::Owed->value][1] ?? 0,
                $this->sums->oldestProof($store->id()),
                array_map(static fn (string $month, int $copies): MonthOfProofs => new MonthOfProofs($month, $copies), array_map(strval(...), array_keys($months)), $months),
            );
        }

        return $found;
    }
}
