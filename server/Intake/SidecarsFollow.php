<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Psr\Log\LoggerInterface;
use VelvetLedger\Server\Persistence\Intakes\OwnershipLost;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;
use VelvetLedger\Server\Stamps\Restamping;
use VelvetLedger\Server\Stores\StoreAbsent;

/** Writes the sidecars of frames as soon as all of their files are in. What goes wrong with that keeps no picture from coming in: it waits, and a worker does it. */
final readonly class SidecarsFollow
{
    public function __construct(private StampQueue $frames, private Restamping $restamping, private LoggerInterface $log)
    {
    }

    /**
     * @param list<int> $frames that files came in of
     *
     * @throws OwnershipLost|StoreAbsent|Interrupted|Wished
     */
    public function follow(RunUnderWay $run, array $frames): void
    {
        $this->write($run, $this->frames->readyAmong($frames));
    }

    /**
     * What a run before, that was cut off between a frame's files and its stamps, left.
     *
     * @throws OwnershipLost|StoreAbsent|Interrupted|Wished
     */
    public function rest(RunUnderWay $run): void
    {
        $this->write($run, $this->frames->readyOf($run->intake));
    }

    /** @param array<int, list<int>> $frames by shoot */
    private function write(RunUnderWay $run, array $frames): void
    {
        foreach ($frames as $shoot => $ready) {
            try {
                $this->restamping->shoot($shoot, $run->report(...), $ready, [], false);
            } catch (\Throwable $failure) {
                if ($failure instanceof OwnershipLost || $failure instanceof StoreAbsent || $failure instanceof Interrupted || $failure instanceof Wished) {
                    throw $failure;
                }
                $this->log->error('Receipt {receipt}: stamps wait: {reason}', ['receipt' => $run->intake, 'reason' => $failure->getMessage(), 'exception' => $failure]);
            }
        }
    }
}
