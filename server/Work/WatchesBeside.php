<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Clock\ClockInterface;
use VelvetLedger\Core\Placing\PlacingRule;
use VelvetLedger\Server\Copies\SeesBeside;
use VelvetLedger\Server\Pace\Stopwatch;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Persistence\Placing\BesideRepository;
use VelvetLedger\Server\Persistence\Placing\PlacingRepository;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/** What other programs put into shoots' folders: each is looked into every few minutes, a few at a time, while no card is copied. */
final readonly class WatchesBeside implements Watched
{
    /** Seconds between two looks into one folder, folders looked into between two messages, and seconds that this takes at most. */
    private const LOOKS = 300;
    private const AT_ONCE = 20;
    private const TAKES = 0.5;

    public function __construct(private PlacingRepository $places, private BesideRepository $beside, private SeesBeside $sees, private Stores $stores, private IntakeRuns $runs, private ClockInterface $clock)
    {
    }

    public function look(): void
    {
        $rules = $this->places->rules();
        if ([] !== $this->runs->copying() || [] === array_filter([...$rules->special, $rules->all], static fn (PlacingRule $rule): bool => !$rule->beside->isNothing())) {
            return;
        }
        $since = new Stopwatch($this->clock);
        foreach ($this->stores->all() as $store) {
            foreach ($this->stores->at($store)->isPresent() ? $this->beside->toLookAt($store->id(), self::LOOKS, self::AT_ONCE) : [] as $shoot) {
                if ($since->seconds() > self::TAKES) {
                    return;
                }
                try {
                    $this->sees->look($shoot);
                } catch (StoreAbsent) {
                    break; // it is looked at when it is back
                }
            }
        }
    }
}
