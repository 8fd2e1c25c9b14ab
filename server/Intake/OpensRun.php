<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Symfony\Component\Clock\ClockInterface;
use VelvetLedger\Core\Order\CopiesWanted;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Cards\SourceGone;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Stores\Drives;
use VelvetLedger\Server\Stores\RunStores;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/** Finds the card and the stores that a run needs: the very card and main store that the intake was begun with. */
final readonly class OpensRun
{
    public function __construct(private Readers $readers, private Stores $stores, private Drives $drives, private IntakeRuns $runs, private ClockInterface $clock)
    {
    }

    /**
     * @param \Closure(int, int): mixed $watch
     *
     * @throws SourceGone|StoreAbsent
     */
    public function run(Intake $intake, int $number, \Closure $watch): RunUnderWay
    {
        $source = $this->readers->sourceOf($intake)->path;
        $this->runs->opens($intake->id(), $number, $this->drives->portOf($source));

        return new RunUnderWay($intake->id(), $number, $source, $this->storesOf($intake), $this->wanted($intake), $this->runs, $watch, $this->clock);
    }

    private function storesOf(Intake $intake): RunStores
    {
        $open = [$intake->store->id() => $this->stores->at($intake->store)->open()];
        $away = $drives = [];
        foreach ($this->stores->all() as $mirror) {
            if ($mirror->id() === $intake->store->id() || null !== $intake->mirrors && !\in_array($mirror->id(), $intake->mirrors, true)) {
                continue;
            }
            try {
                $open[$mirror->id()] = $this->stores->at($mirror)->open();
                $drives[$mirror->id()] = $this->drives->of($open[$mirror->id()]->store->path);
            } catch (StoreAbsent $absent) {
                $away[$mirror->id()] = rtrim($absent->getMessage(), '.');
            }
        }

        return new RunStores($intake->store->id(), $open, $away, $drives);
    }

    private function wanted(Intake $intake): CopiesWanted
    {
        return [] === $intake->order ? CopiesWanted::two() : OrderDocument::read($intake->order)->made->copies;
    }
}
