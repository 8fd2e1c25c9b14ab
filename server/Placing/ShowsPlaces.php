<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Placing;

use VelvetLedger\Core\Order\SecondCopy;
use VelvetLedger\Core\Placing\CouldNotPlace;
use VelvetLedger\Core\Placing\Verb;
use VelvetLedger\Core\Placing\Whereabouts;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Server\Copies\LeavesBeside;
use VelvetLedger\Server\Copies\ProvenElsewhere;
use VelvetLedger\Server\Copies\SeesBeside;
use VelvetLedger\Server\Persistence\Changes\ShootChanges;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Placing\LeavingRepository;
use VelvetLedger\Server\Persistence\Placing\OwingRepository;
use VelvetLedger\Server\Persistence\Placing\PlacingRepository;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/** What filing shoots away, having them leave a store or bringing them back would come to, and why it cannot be. */
final readonly class ShowsPlaces
{
    /** Of so many shoots at once the folders are looked into anew; of more, what was seen last counts, until a worker comes to each. */
    private const LOOKED_INTO = 20;

    public function __construct(private PlacingRepository $places, private OwingRepository $owing, private LeavingRepository $leaving, private ShootChanges $shoots, private ProvenElsewhere $elsewhere, private SeesBeside $sees, private LeavesBeside $beside, private Stores $stores)
    {
    }

    /**
     * What it would come to; nothing is changed.
     *
     * @param list<int> $shoots
     * @param int|null  $store  which they are to leave or to come to; null for where they are worked on
     */
    public function show(Verb $verb, array $shoots, ?int $store = null): PlacingShown
    {
        $shown = new PlacingShown();
        $this->elsewhere->lookAgain();
        $rules = $this->places->rules();
        $places = $this->places->places($shoots);
        foreach (array_diff($shoots, array_keys($places)) as $unknown) {
            throw NotInLedger::shoot($unknown);
        }
        $to = [];
        foreach ($places as $shoot => $place) {
            $rule = $rules->for($place->work);
            try {
                match ($verb) {
                    Verb::File => $this->toOwe($to, $shoot, [] === $rule->archives ? throw CouldNotPlace::nowhere($this->name($shoot)) : $rule->archives),
                    Verb::Bring => $this->toOwe($to, $shoot, $this->workplaces($place, $store ?? $rule->main, $place->isMirrored() ? $rule->mirrors : [])),
                    Verb::Mirror, Verb::MirrorAll => $this->toOwe($to, $shoot, $rule->mirrors),
                    Verb::Leave => $this->toLeave($shown, $place, $store ?? $place->home ?? 0, !$rule->beside->isNothing(), \count($shoots) <= self::LOOKED_INTO),
                    Verb::Finish, Verb::GoOn => null,
                };
                $shown->shoots[] = $shoot;
            } catch (CouldNotPlace $why) {
                $shown->refused[$shoot] = $why->getMessage();
            }
        }
        foreach ($to as $at => $of) {
            foreach ($this->owing->lacking($at, $of, Verb::Mirror === $verb && SecondCopy::KeptAfterLook === $places[$of[0]]->second) as ['files' => $files, 'bytes' => $bytes]) {
                $shown->owes($at, $files, $bytes);
            }
        }

        return $shown;
    }

    /**
     * @param array<int, list<int>> $to     store => shoots
     * @param list<int>             $stores
     */
    private function toOwe(array &$to, int $shoot, array $stores): void
    {
        foreach ($stores as $store) {
            $to[$store][] = $shoot;
        }
    }

    /**
     * @param list<int> $mirrors
     *
     * @return list<int>
     *
     * @throws CouldNotPlace
     */
    private function workplaces(Whereabouts $place, int $store, array $mirrors): array
    {
        if ($place->home === $store && [] === $this->owing->lacking($store, [$place->shoot]) && !isset($this->leaving->stillThere($place->shoot)[$store])) {
            throw CouldNotPlace::isWorkedOnThere($this->name($place->shoot), $this->stores->find($store)->name());
        }

        return array_values(array_unique([$store, ...$mirrors]));
    }

    /** @throws CouldNotPlace */
    private function toLeave(PlacingShown $shown, Whereabouts $place, int $store, bool $withBeside, bool $looks): void
    {
        $lies = $this->leaving->lying($store, $place->shoot);
        $name = $this->stores->find($store)->name();
        if ([] === $lies) {
            throw CouldNotPlace::isNotAt($this->name($place->shoot), $name);
        }
        foreach ($lies as $group) {
            $seen = $this->elsewhere->atLeast($group['elsewhere']);
            if ($seen < $group['number']) {
                throw CouldNotPlace::mayNotLeave($this->name($place->shoot), $name, $this->lacking($group, $seen));
            }
        }
        if ($withBeside) {
            $this->besideIsSafe($place, $store, max(array_column($lies, 'number')), $looks);
        }
        if ($place->home === $store) {
            $this->nextHome($place, $store);
        }
        $shown->leaves($store, array_sum(array_column($lies, 'files')), array_sum(array_column($lies, 'bytes')));
    }

    /** @throws CouldNotPlace */
    private function besideIsSafe(Whereabouts $place, int $store, int $number, bool $looks): void
    {
        $name = $this->stores->find($store)->name();
        try {
            if ($looks && !$this->sees->look($place->shoot)) {
                throw CouldNotPlace::mayNotLeave($this->name($place->shoot), $name, 'something in its folder is being written, or was just now');
            }
        } catch (StoreAbsent $absent) {
            throw CouldNotPlace::mayNotLeave($this->name($place->shoot), $name, 'its home cannot be looked into: '.rtrim($absent->getMessage(), '.'));
        }
        $lacks = $this->beside->lacks($place->shoot, $store, $number);
        if (null !== $lacks) {
            throw CouldNotPlace::mayNotLeave($this->name($place->shoot), $name, $lacks);
        }
    }

    /** @param array{elsewhere: list<int>, number: int, files: int, bytes: int, name: string} $group */
    private function lacking(array $group, int $seen): string
    {
        $away = array_values(array_filter($group['elsewhere'], fn (int $store): bool => !$this->stores->at($this->stores->find($store))->isPresent()));

        return \sprintf(
            'of %s%s %s elsewhere and there now, where %s asked for on devices of their own%s',
            $group['name'],
            1 === $group['files'] ? '' : ' and '.Count::figure($group['files'] - 1).' more',
            Count::of($seen, 'proven copy is', 'proven copies are'),
            Count::of($group['number'], 'is', 'are'),
            [] === $away ? '' : ' ('.$this->stores->named($away).' away)',
        );
    }

    /**
     * The first store that has all of it, where it ends before others.
     *
     * @throws CouldNotPlace
     */
    public function nextHome(Whereabouts $place, int $from): int
    {
        $archives = $this->places->rules()->for($place->work)->archives;
        $others = array_values(array_diff(array_map(static fn ($store): int => $store->id(), $this->stores->all()), [$from, ...$archives]));
        foreach ([...array_diff($archives, [$from]), ...$others] as $store) {
            if ($this->leaving->isWhole($store, $place->shoot) && $this->stores->at($this->stores->find($store))->isPresent()) {
                return $store;
            }
        }
        throw CouldNotPlace::hasNoOtherHome($this->name($place->shoot), $this->stores->find($from)->name());
    }

    private function name(int $shoot): string
    {
        return $this->shoots->kept($shoot)->name();
    }
}
