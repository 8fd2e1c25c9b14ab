<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

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

    private float $said = 0.0;
    private bool $goesOn = true;
    private readonly float $begun;

    /** @param \Closure(): mixed $watch */
    public function __construct(private readonly int $id, private readonly ProvingRepository $provings, private readonly \Closure $watch)
    {
        $this->begun = microtime(true);
    }

    public function read(int $bytes): void
    {
        $this->bytes += $bytes;
        if (microtime(true) - $this->said > self::TICK) {
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

        return $this->bytes / max(0.001, microtime(true) - $this->begun);
    }

    private function say(): void
    {
        $this->said = microtime(true);
        $this->goesOn = $this->provings->moved($this->id, $this->files, $this->bytes, $this->bad) && $this->goesOn;
    }
}
