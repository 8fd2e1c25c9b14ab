<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Placing;

use Doctrine\ORM\EntityManagerInterface;
use VelvetLedger\Core\Placing\BesideWanted;
use VelvetLedger\Core\Placing\CouldNotPlace;
use VelvetLedger\Core\Placing\PlacingRule;
use VelvetLedger\Core\Placing\PlacingRules;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Persistence\Placing\OwingRepository;
use VelvetLedger\Server\Persistence\Placing\PlacingRepository;
use VelvetLedger\Server\Stores\Stores;

/** Changes the rules of where work lands, what mirrors it and where it ends: shown before, and then owed where it is lacking. Nothing that lies anywhere is taken away by it. */
final readonly class ChangesRules
{
    public function __construct(private PlacingRepository $places, private OwingRepository $owing, private Stores $stores, private ReceiptRepository $receipts, private EntityManagerInterface $ledger)
    {
    }

    /**
     * What stores would be owed; nothing is changed.
     *
     * @param list<PlacingRule> $special in their order
     *
     * @throws CouldNotPlace
     */
    public function show(array $special): PlacingShown
    {
        $this->check($special);
        $shown = new PlacingShown();
        [$before, $after] = [$this->places->rules(), $this->after($special)];
        $new = [];
        foreach ($this->places->places() as $shoot => $place) {
            foreach (array_diff_key($after->wanted($place), $before->wanted($place)) as $store => $withoutDropped) {
                $new[$store][(int) $withoutDropped][] = $shoot;
                $shown->shoots[] = $shoot;
            }
        }
        foreach ($new as $store => $of) {
            foreach ($of as $withoutDropped => $shoots) {
                foreach ($this->owing->lacking($store, $shoots, 1 === $withoutDropped) as ['files' => $files, 'bytes' => $bytes]) {
                    $shown->owes($store, $files, $bytes);
                }
            }
        }
        $shown->shoots = array_values(array_unique($shown->shoots));

        return $shown;
    }

    /**
     * @param list<PlacingRule> $special in their order: these and no others
     * @param BesideWanted|null $beside  what else is kept of work that none of them takes; null for what was
     *
     * @throws CouldNotPlace nothing is changed
     */
    public function keep(array $special, AskedBy $by, ?BesideWanted $beside = null): PlacingShown
    {
        if ([] !== $this->receipts->underWay()) {
            throw CouldNotPlace::isUnderWay();
        }

        return $this->ledger->wrapInTransaction(function () use ($special, $by, $beside): PlacingShown {
            $shown = $this->show($special);
            [$before, $after] = [$this->places->rules(), $this->after($special)];
            $this->places->keep($special);
            if (null !== $beside && [$beside->document(), $beside->days] !== [$before->all->beside->document(), $before->all->beside->days]) {
                $this->places->keepBeside($beside);
                $this->ledger->persist(DayBookEntry::ofRule('From now on, of all work that no rule takes: '.lcfirst($beside->inWords()).$by->inWords()));
            }
            $names = $this->stores->names();
            foreach ([[$before->special, $special, 'No longer'], [$special, $before->special, 'From now on']] as [$these, $others, $when]) {
                foreach (array_udiff($these, $others, static fn (PlacingRule $a, PlacingRule $b): int => $a->inWords($names) <=> $b->inWords($names)) as $rule) {
                    $this->ledger->persist(DayBookEntry::ofRule($when.': '.lcfirst($rule->inWords($names)).$by->inWords()));
                }
            }
            $places = $this->places->places();
            $noMore = [];
            foreach ($places as $shoot => $place) {
                foreach (array_keys(array_diff_key($before->wanted($place), $after->wanted($place))) as $store) {
                    $noMore[$store][] = $shoot;
                }
            }
            foreach ($noMore as $store => $shoots) {
                $this->owing->callOff($store, $shoots);
            }
            $this->owing->settle($shown->shoots, 'a rule has it there');
            $this->ledger->flush();

            return $shown;
        });
    }

    /** @param list<PlacingRule> $special */
    private function after(array $special): PlacingRules
    {
        return new PlacingRules($special, $this->places->rules()->all);
    }

    /**
     * @param list<PlacingRule> $special
     *
     * @throws CouldNotPlace
     */
    private function check(array $special): void
    {
        $known = $this->stores->names();
        foreach ($special as $rule) {
            foreach ($rule->stores() as $store) {
                isset($known[$store]) || throw CouldNotPlace::unknownStore($store);
            }
        }
    }
}
