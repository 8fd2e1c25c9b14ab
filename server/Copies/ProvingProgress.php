<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

use VelvetLedger\Server\Pace\Beat;
use VelvetLedger\Server\Pace\Pace;
use VelvetLedger\Server\Pace\Stopwatch;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Copies\Finding;
use VelvetLedger\Server\Persistence\Copies\ProvingRepository;
use VelvetLedger\Server\Persistence\Copies\ProvingRow;

/** How far a proving is, said several times a second. */
final class ProvingProgress
{
    private const TICK = 0.4;

    public int $files = 0;
    public int $bytes = 0;
    public int $bad = 0;

    private bool $goesOn = true;
    private readonly int $id;
    private readonly Stopwatch $since;
    private readonly Beat $beat;

    private readonly int $before;

    /** Of copies that were read to their ends. */
    private int $whole;

    /** @param \Closure(): mixed $watch */
    public function __construct(ProvingRow $proving, private readonly ProvingRepository $provings, private readonly \Closure $watch, Pace $pace)
    {
        $this->id = $proving->id();
        $this->files = $proving->int('files_reached');
        $this->before = $this->whole = $this->bytes = $proving->int('bytes_reached');
        $this->bad = $proving->int('bad_reached');
        $this->since = $pace->stopwatch();
        $this->beat = $pace->beat(self::TICK);
    }

    public function read(int $bytes): void
    {
        $this->bytes += $bytes;
        if ($this->beat->isDue()) {
            $this->report();
            ($this->watch)();
        }
    }

    public function add(Finding $finding): void
    {
        ++$this->files;
        $this->whole = $this->bytes;
        $this->bad += CopyState::Proven === $finding->state ? 0 : 1;
        $this->read(0);
    }

    /** All copies up to this one are read and entered. */
    public function reached(int $copy): void
    {
        $this->provings->reached($this->id, $copy, $this->files, $this->whole, $this->bad);
    }

    public function goesOn(): bool
    {
        return $this->goesOn;
    }

    /** Of this slice; null where it was too short to tell. */
    public function bytesPerSecond(): ?float
    {
        $read = $this->bytes - $this->before;

        return $read > 0 && $this->since->seconds() > 0 ? $read / $this->since->seconds() : null;
    }

    public function report(): void
    {
        $this->goesOn = $this->provings->moved($this->id, $this->files, $this->bytes, $this->bad) && $this->goesOn;
    }
}
