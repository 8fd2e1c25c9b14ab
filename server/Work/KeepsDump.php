<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use VelvetLedger\Server\Survival\CouldNotDump;
use VelvetLedger\Server\Survival\KeepsDumps;

/** Keeps a dump of the ledger at its stores, for a worker of a lane in which nobody waits for less than it takes. */
#[AsMessageHandler]
final readonly class KeepsDump
{
    public function __construct(private KeepsDumps $keeps, private Lane $lane)
    {
    }

    public function __invoke(KeepDump $work): void
    {
        $this->lane->do(function (): void {
            try {
                $this->keeps->keep(false);
            } catch (CouldNotDump) {
                return; // another is at it, or it is asked for again: it is still behind
            }
        });
    }
}
