<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

use Psr\Log\LoggerInterface;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use VelvetLedger\Server\Survival\CouldNotDump;
use VelvetLedger\Server\Survival\KeepsDumps;

/** Keeps a dump of the ledger at its stores, for a worker of a lane in which nobody waits for less than it takes. */
#[AsMessageHandler]
final readonly class KeepsDump
{
    /** Milliseconds. */
    private const AGAIN = 3000;

    public function __construct(private KeepsDumps $keeps, private Lane $lane, private LoggerInterface $log)
    {
    }

    public function __invoke(KeepDump $work): void
    {
        $this->lane->do(function () use ($work): void {
            try {
                $this->keeps->keep(false);
            } catch (CouldNotDump $failure) {
                if ($failure->isBusy()) {
                    // What is dumped just now is the ledger as it was before this was asked for.
                    $this->lane->send($work, self::AGAIN);
                } else {
                    // It is still behind, and asked for again.
                    $this->log->warning('{reason}', ['reason' => $failure->getMessage()]);
                }
            }
        });
    }
}
