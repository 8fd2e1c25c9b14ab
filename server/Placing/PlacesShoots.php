<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Placing;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Placing\Verb;
use VelvetLedger\Core\Words\Count;
use VelvetLedger\Core\Words\Size;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Placing\BesideRepository;
use VelvetLedger\Server\Persistence\Placing\LeavingRepository;
use VelvetLedger\Server\Persistence\Placing\OwingRepository;
use VelvetLedger\Server\Persistence\Placing\PlacingRepository;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Stores\Stores;

/** Files shoots away, has them leave a store, brings them back: entered at once, carried out at each store when it is there. */
final readonly class PlacesShoots
{
    public function __construct(private ShowsPlaces $shows, private PlacingRepository $places, private OwingRepository $owing, private LeavingRepository $leaving, private BesideRepository $besides, private Stores $stores, private EntityManagerInterface $ledger)
    {
    }

    /**
     * @param list<int> $shoots
     * @param int|null  $store  which they are to leave or to come to; null for where they are worked on
     *
     * @return PlacingShown what it came to; shoots that were refused are as they were
     */
    public function do(Verb $verb, array $shoots, ?int $store, AskedBy $by): PlacingShown
    {
        return $this->ledger->wrapInTransaction(function () use ($verb, $shoots, $store, $by): PlacingShown {
            $this->leaving->lock($shoots);
            $shown = $this->shows->show($verb, $shoots, $store);
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
        $owing = $this->owing->ofHeldShoots();
        foreach ($this->places->places($shoots) as $shoot => $place) {
            $rule = $rules->for($place->work);
            switch ($verb) {
                case Verb::File:
                    $this->places->file([$shoot], true);
                    foreach ($rule->archives as $archive) {
                        $owing->owe($archive, [$shoot], 'it is filed away', false, true);
                    }
                    $this->wantBeside($shoot);
                    $this->tell($shoot, "Filed away: to {$this->stores->named($rule->archives)}.", $by);
                    break;
                case Verb::Bring:
                    $to = $store ?? $rule->main;
                    $this->places->comeTo([$shoot], $to === $place->home ? null : $to);
                    $owing->owe($to, [$shoot], 'it is brought back', false, true);
                    $owing->settle([$shoot], 'it is brought back', true);
                    $this->wantBeside($shoot);
                    if ($this->leaving->isWhole($to, $shoot)) {
                        $this->places->liveAt([$shoot], $to);
                    }
                    $this->tell($shoot, "Brought to {$this->stores->named([$to])}.", $by);
                    break;
                case Verb::Mirror:
                case Verb::MirrorAll:
                    $this->places->mirror([$shoot], Verb::MirrorAll === $verb);
                    $owing->settle([$shoot], 'its second copies were asked for', true);
                    $this->wantBeside($shoot);
                    $this->tell($shoot, "Second copies asked for: on {$this->stores->named($rule->mirrors)}.", $by);
                    break;
                case Verb::Leave:
                    $from = $store ?? $place->home ?? 0;
                    $lies = $this->leaving->lying($from, $shoot);
                    if ($place->home === $from) {
                        $this->places->liveAt([$shoot], $this->shows->nextHome($place, $from));
                    }
                    if ($place->comesTo === $from) {
                        $this->places->comeTo([$shoot], null);
                    }
                    if (\in_array($from, $rule->archives, true) && !\in_array($this->places->home($shoot), $rule->archives, true)) {
                        $this->places->file([$shoot], false); // it is worked on, and was not to be filed after all
                    }
                    $this->leaving->ask($from, [$shoot]);
                    $this->wantBeside($shoot);
                    $this->tell($shoot, \sprintf('To leave %s: %s, %s.', $this->stores->named([$from]), Count::of(array_sum(array_column($lies, 'files')), 'file'), Size::of(array_sum(array_column($lies, 'bytes')))), $by);
                    break;
                default:
                    $this->places->finish([$shoot], Verb::Finish === $verb);
                    $this->tell($shoot, Verb::Finish === $verb ? 'Said to be finished.' : 'Worked on again.', $by);
            }
        }
        $this->ledger->flush();
    }

    /** What else lies in its folder goes where it goes. */
    private function wantBeside(int $shoot): void
    {
        $place = $this->places->place($shoot);
        $rules = $this->places->rules();
        foreach ($this->besides->grounds($shoot) as $ground) {
            if ('' !== $ground->tree || !$rules->for($place->work)->beside->isNothing()) {
                $this->besides->want($shoot, $ground->tree, array_values(array_diff(array_keys($rules->wanted($place)), [$ground->store ?? 0])));
            }
        }
    }

    private function tell(int $shoot, string $entry, AskedBy $by): void
    {
        $this->ledger->persist(DayBookEntry::ofShoot($entry.$by->inWords(), $this->ledger->getReference(Shoot::class, $shoot) ?? throw NotInLedger::shoot($shoot)));
    }
}
