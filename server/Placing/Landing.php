<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Placing;

use VelvetLedger\Core\Order\SecondCopy;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Placing\PlacedWork;
use VelvetLedger\Core\Placing\PlacingRule;
use VelvetLedger\Core\Placing\Whereabouts;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Persistence\Copies\StoreSumsRepository;
use VelvetLedger\Server\Persistence\Placing\OwingRepository;
use VelvetLedger\Server\Persistence\Placing\PlacingRepository;
use VelvetLedger\Server\Persistence\Placing\StageTreeRepository;
use VelvetLedger\Server\Stores\Store;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/** Where work lands that comes in by a standing order: one store for all of a card; what a rule has elsewhere goes on from there. */
final class Landing
{
    /** @var array<string, list<int>> shoot, where it lies and where its run went => stores that are to have it besides */
    private array $besides = [];
    private float $since = 0.0;

    /** Seconds for which that is believed: a run enters a lump of files twice a second. */
    private const BELIEVED = 5.0;

    private const GOES_ON = 'it came in elsewhere, and goes on from there';

    public function __construct(private readonly PlacingRepository $places, private readonly OwingRepository $owing, private readonly StageTreeRepository $trees, private readonly Stores $stores, private readonly StoreSumsRepository $sums)
    {
    }

    /**
     * The store that a card lands at.
     *
     * @throws StoreAbsent where the ledger has none
     */
    public function main(StandingOrder $order): LedgerStore
    {
        $main = $this->rule($order)->main;

        return 0 === $main ? $this->stores->ofLedger() : $this->stores->find($main);
    }

    /** The same, where it is looked for now; in a ledger without stores, where the first will be. */
    public function at(StandingOrder $order): Store
    {
        $main = $this->rule($order)->main;

        return 0 === $main ? $this->stores->main() : $this->stores->at($this->stores->find($main));
    }

    /** Of copies that are still to be made where it lands. */
    public function owedBytes(StandingOrder $order): int
    {
        return $this->sums->owedBytes($this->main($order));
    }

    /** @return list<int> stores that get their copies while it is brought in, as far as they are there */
    public function mirrors(StandingOrder $order): array
    {
        return SecondCopy::AtOnce === $order->made->copies->second ? $this->rule($order)->mirrors : [];
    }

    /** @return list<LedgerStore> all that a card goes to at once, that which it lands at first; none in a ledger without stores */
    public function stores(StandingOrder $order): array
    {
        return 0 === $this->rule($order)->main ? [] : [$this->main($order), ...array_map($this->stores->find(...), $this->mirrors($order))];
    }

    /**
     * Shoots that an intake began are at home where it lands; those that a rule has elsewhere come to be there.
     *
     * @param list<int> $shoots that it brings frames into
     */
    public function begun(StandingOrder $order, array $shoots): void
    {
        $main = $this->main($order)->id();
        $this->trees->begin($this->places->settle($main, $order->made->copies->second), $order->subfolders->trees);
        $this->comeHome($shoots, static fn (Whereabouts $place): bool => $place->home === $main && null === $place->comesTo);
    }

    /**
     * Shoots that came with another ledger, and are at home at a store of that: they come to where such work is here as soon as both are there,
     * and from there to its mirrors.
     *
     * @param list<int> $shoots
     */
    public function cameWithAnother(array $shoots): void
    {
        $this->places->settle($this->stores->ofLedger()->id());
        if ([] !== $shoots) {
            $this->comeHome($shoots, static fn (): bool => true);
            $this->owing->settle($shoots, 'it came with another ledger');
        }
    }

    /**
     * @param list<int>                   $shoots
     * @param \Closure(Whereabouts): bool $which  of them
     */
    private function comeHome(array $shoots, \Closure $which): void
    {
        $rules = $this->places->rules();
        foreach ($this->places->places($shoots) as $shoot => $place) {
            $wanted = $rules->for($place->work)->main;
            if ($which($place) && !$place->isFiled && $wanted !== $place->home && 0 !== $wanted) {
                $this->places->comeTo([$shoot], $wanted);
            }
        }
    }

    /**
     * Frames came in: every store that is to have them, and that the run did not go to, is owed them.
     *
     * @param list<int> $frames
     * @param list<int> $run    stores that their run went to
     */
    public function landed(array $frames, array $run): void
    {
        if (microtime(true) - $this->since > self::BELIEVED) {
            [$this->besides, $this->since] = [[], microtime(true)];
        }
        foreach ($this->places->ofFrames($frames) as $key => [$shoot, $of]) {
            $this->besides[$key.' '.implode(' ', $run)] ??= array_keys(array_diff_key($this->places->rules()->wanted($this->places->place($shoot)), array_flip($run)));
            foreach ($this->besides[$key.' '.implode(' ', $run)] as $store) {
                $this->owing->oweFrames($store, $of, self::GOES_ON);
            }
        }
    }

    /**
     * The same of all that came in with an intake, where a run before was cut off between a file and this.
     *
     * @param list<int> $run stores that the run went to
     */
    public function allIn(int $intake, array $run): void
    {
        $this->landed($this->places->cameIn($intake), $run);
    }

    private function rule(StandingOrder $order): PlacingRule
    {
        return $this->places->rules()->for(new PlacedWork($order->destination->kindOfWork, $order->name, (int) date('Y')));
    }
}
