<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Placing;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Order\SecondCopy;
use VelvetLedger\Core\Placing\CouldNotPlace;
use VelvetLedger\Core\Placing\Verb;
use VelvetLedger\Core\Placing\Whereabouts;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Names;
use VelvetLedger\Core\Words\Size;
use VelvetLedger\Server\Copies\ProvenElsewhere;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Changes\ShootChanges;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Placing\LeavingRepository;
use VelvetLedger\Server\Persistence\Placing\OwingRepository;
use VelvetLedger\Server\Persistence\Placing\PlacingRepository;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Stores\Stores;

/** Files shoots away, has them leave a store, brings them back: entered at once, carried out at each store when it is there. */
final readonly class PlacesShoots
{
    public function __construct(private PlacingRepository $places, private OwingRepository $owing, private LeavingRepository $leaving, private ShootChanges $shoots, private ProvenElsewhere $elsewhere, private Stores $stores, private EntityManagerInterface $ledger)
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
                    Verb::Leave => $this->toLeave($shown, $place, $store ?? $place->home ?? 0),
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
     * @param list<int> $shoots as above
     *
     * @return PlacingShown what it came to; shoots that were refused are as they were
     *
     * @throws CouldNotPlace where it is one shoot, and refused
     */
    public function do(Verb $verb, array $shoots, ?int $store, AskedBy $by): PlacingShown
    {
        return $this->ledger->wrapInTransaction(function () use ($verb, $shoots, $store, $by): PlacingShown {
            $this->leaving->lock($shoots);
            $shown = $this->show($verb, $shoots, $store);
            if ([] !== $shown->shoots) {
                $this->enter($verb, $shown->shoots, $store, $by);
            }

            return $shown;
        });
    }

    /** @param list<int> $shoots */
    private function enter(Verb $verb, array $shoots, ?int $store, AskedBy $by): void
    {
        $rules = $this->places->rules();
        foreach ($this->places->places($shoots) as $shoot => $place) {
            $rule = $rules->for($place->work);
            switch ($verb) {
                case Verb::File:
                    $this->places->file([$shoot], true);
                    $this->owing->settle([$shoot], 'it is filed away');
                    $this->tell($shoot, "Filed away: to {$this->names($rule->archives)}.", $by);
                    break;
                case Verb::Bring:
                    $to = $store ?? $rule->main;
                    $this->places->comeTo([$shoot], $to === $place->home ? null : $to);
                    $this->owing->owe($to, [$shoot], 'it is brought back');
                    $this->owing->settle([$shoot], 'it is brought back');
                    if ($this->leaving->isWhole($to, $shoot)) {
                        $this->places->liveAt([$shoot], $to);
                    }
                    $this->tell($shoot, "Brought to {$this->names([$to])}.", $by);
                    break;
                case Verb::Mirror:
                case Verb::MirrorAll:
                    $this->places->mirror([$shoot], Verb::MirrorAll === $verb);
                    $this->owing->settle([$shoot], 'its second copies were asked for');
                    $this->tell($shoot, "Second copies asked for: on {$this->names($rule->mirrors)}.", $by);
                    break;
                case Verb::Leave:
                    $from = $store ?? $place->home ?? 0;
                    $lies = $this->leaving->lying($from, $shoot);
                    if ($place->home === $from) {
                        $this->places->liveAt([$shoot], $this->nextHome($place, $from));
                    }
                    if ($place->comesTo === $from) {
                        $this->places->comeTo([$shoot], null);
                    }
                    if (\in_array($from, $rule->archives, true)) {
                        $this->places->file([$shoot], false);
                    }
                    $this->leaving->ask($from, [$shoot]);
                    $this->tell($shoot, \sprintf('To leave %s: %s, %s.', $this->names([$from]), Count::of(array_sum(array_column($lies, 'files')), 'file'), Size::of(array_sum(array_column($lies, 'bytes')))), $by);
                    break;
                default:
                    $this->places->finish([$shoot], Verb::Finish === $verb);
                    $this->tell($shoot, Verb::Finish === $verb ? 'Said to be finished.' : 'Worked on again.', $by);
            }
        }
        $this->ledger->flush();
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
    private function toLeave(PlacingShown $shown, Whereabouts $place, int $store): void
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
        if ($place->home === $store) {
            $this->nextHome($place, $store);
        }
        $shown->leaves($store, array_sum(array_column($lies, 'files')), array_sum(array_column($lies, 'bytes')));
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
            [] === $away ? '' : ' ('.$this->names($away).' away)',
        );
    }

    /**
     * The first store that has all of it, where it ends before others.
     *
     * @throws CouldNotPlace
     */
    private function nextHome(Whereabouts $place, int $from): int
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

    /** @param list<int> $stores */
    private function names(array $stores): string
    {
        return Names::of(array_map(fn (int $store): string => $this->stores->find($store)->name(), $stores));
    }

    private function name(int $shoot): string
    {
        return $this->shoots->kept($shoot)->name();
    }

    private function tell(int $shoot, string $entry, AskedBy $by): void
    {
        $this->ledger->persist(DayBookEntry::ofShoot($entry.$by->inWords(), $this->ledger->getReference(Shoot::class, $shoot) ?? throw NotInLedger::shoot($shoot)));
    }
}
