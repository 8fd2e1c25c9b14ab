<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use VelvetLedger\Server\Pace\Beat;
use VelvetLedger\Server\Pace\Pace;
use VelvetLedger\Server\Pace\Stopwatch;
use VelvetLedger\Server\Persistence\CopyState;
use VelvetLedger\Server\Persistence\Finding;
use VelvetLedger\Server\Persistence\ProvingRepository;

/** How far a proving is, said several times a second. */
final class ProvingProgress
{
    private const TICK = 0.4;

    public int $files = 0;
    public int $bytes = 0;
    public int $bad = 0;

    /** Shoots whose sums in the ledger were not those of its copies when it began. */
    public int $sums = 0;

    private bool $goesOn = true;
    private readonly Stopwatch $since;
    private readonly Beat $beat;

    /** @param \Closure(): mixed $watch */
    public function __construct(private readonly int $id, private readonly ProvingRepository $provings, private readonly \Closure $watch, Pace $pace)
    {
        $this->since = $pace->stopwatch();
        $this->beat = $pace->beat(self::TICK);
    }

    public function read(int $bytes): void
    {
        $this->bytes += $bytes;
        if ($this->beat->isDue()) {
            $this->say();
            ($this->watch)();
        }
    }

    public function found(Finding $finding): void
    {
        ++$this->files;
        $this->bad += CopyState::Proven === $finding->state ? 0 : 1;
        $this->read(0);
    }

    public function goesOn(): bool
    {
        return $this->goesOn;
    }

    public function bytesPerSecond(): float
    {
        $this->say();

        return $this->bytes / max(0.001, $this->since->seconds());
    }

    private function say(): void
    {
        $this->goesOn = $this->provings->moved($this->id, $this->files, $this->bytes, $this->bad) && $this->goesOn;
    }
}
