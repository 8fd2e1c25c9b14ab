<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Survival;

use Psr\Log\LoggerInterface;
use VelvetLedger\Server\Persistence\Lock;
use VelvetLedger\Server\Persistence\Locks;
use VelvetLedger\Server\Persistence\Survival\DumpRepository;
use VelvetLedger\Server\Persistence\Survival\DumpRow;
use VelvetLedger\Server\Stores\Stores;

/** The ledger is dumped, the dump lies at every store that is there, and is proven; each step is done where it is not yet, so that a cut costs nothing but time. */
final readonly class KeepsDumps
{
    public function __construct(private MakesDumps $makes, private CarriesDumps $carries, private ProvesDumps $proves, private DumpRepository $dumps, private FramesInOpenForm $tables, private Stores $stores, private Locks $locks, private LoggerInterface $log)
    {
    }

    /**
     * @param bool $anew whether one is made although nothing changed since the last
     *
     * @return array{DumpRow, array<string, string>} the latest dump, and by name of a store that is there why it has none
     *
     * @throws CouldNotDump
     */
    public function keep(bool $anew): array
    {
        if (!$this->locks->take(Lock::Dumps, 0)) {
            throw CouldNotDump::busy();
        }
        try {
            $latest = $this->dumps->latest();
            if (null === $latest || !is_file($this->makes->path($latest->name)) || $anew || $this->dumps->isBehind()) {
                $latest = $this->makes->make();
            }
            $file = $this->makes->path($latest->name);
            $failed = [];
            if ([] !== $this->owed($latest)) {
                $failed = $this->carries->carry($latest, $file);
                foreach ($this->tables->write(array_values($this->stores->roots())) as $path) {
                    $this->log->warning('{path} could not be written.', ['path' => $path]);
                }
            }
            if (null === $latest->provenAt) {
                $this->proves->prove($latest, $file);
            }
            $this->carries->clear($latest);

            return [$this->dumps->latest() ?? $latest, $failed];
        } finally {
            $this->locks->release(Lock::Dumps, 0);
        }
    }

    /** @return list<int> stores that are there and lack it */
    public function owed(DumpRow $dump): array
    {
        return array_values(array_diff(array_keys($this->stores->roots()), $dump->stores));
    }
}
