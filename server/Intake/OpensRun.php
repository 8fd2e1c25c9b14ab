<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Cards\SourceGone;
use VelvetLedger\Server\Persistence\Intake;
use VelvetLedger\Server\Persistence\IntakeRuns;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;

/** Finds the card and the store that a run needs: the very ones that the intake was begun with. */
final readonly class OpensRun
{
    public function __construct(private Readers $readers, private Stores $stores, private IntakeRuns $runs)
    {
    }

    /**
     * @param \Closure(int, int): mixed $watch
     *
     * @throws SourceGone|StoreAbsent
     */
    public function run(Intake $intake, int $number, \Closure $watch): RunUnderWay
    {
        return new RunUnderWay($intake->id(), $number, $this->readers->sourceOf($intake)->path, $this->stores->at($intake->store)->open(), $intake->store->id(), $this->runs, $watch);
    }
}
