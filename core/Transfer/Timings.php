<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** For whom a copying waited, and how long, in nanoseconds: for the card it reads, for each store it writes to, and for those who read back beside it. */
final class Timings
{
    /** For whom, where it is no store. */
    public const CARD = 0;
    public const STAMPS = -1;

    private int $bytes = 0;
    private int $card = 0;
    private int $stamping = 0;

    /** @var array{int, int} what a second process was at meanwhile: the card, and all else of stamping */
    private array $stampedBeside = [0, 0];
    private int $readBack = 0;

    /** @var array<int, int> store => in which it took what was written */
    private array $writing = [];

    /** @var array<int, int> store => in which it was flushed and read back, beside all else */
    private array $reading = [];

    /** @param int $bytes that came */
    public function read(int $since, int $bytes): void
    {
        $this->card += hrtime(true) - $since;
        $this->bytes += $bytes;
    }

    public function wrote(int $store, int $since): void
    {
        $this->writing[$store] = ($this->writing[$store] ?? 0) + hrtime(true) - $since;
    }

    public function stamped(int $since): void
    {
        $this->stamping += hrtime(true) - $since;
    }

    /** What those that stamp beside were at; they are waited for as stamped() tells. */
    public function stampedBeside(int $reading, int $stamping): void
    {
        $this->stampedBeside = [$this->stampedBeside[0] + $reading, $this->stampedBeside[1] + $stamping];
    }

    public function waited(int $since): void
    {
        $this->readBack += hrtime(true) - $since;
    }

    public function wasReadBack(int $store, int $nanoseconds): void
    {
        $this->reading[$store] = ($this->reading[$store] ?? 0) + $nanoseconds;
    }

    public function bytes(): int
    {
        return $this->bytes;
    }

    /**
     * Seconds by whom was waited for: what was waited for reading back is shared out among the
     * stores by how long each took, and what was waited for stamping between the card and the rest of it.
     *
     * @return array<int, float> store, CARD or STAMPS => seconds
     */
    public function seconds(): array
    {
        $all = array_sum($this->reading);
        $ofCard = $this->stamping * $this->stampedBeside[0] / max(1, array_sum($this->stampedBeside));
        $seconds = [self::CARD => ($this->card + $ofCard) / 1e9, self::STAMPS => ($this->stamping - $ofCard) / 1e9];
        foreach (array_unique([...array_keys($this->writing), ...array_keys($this->reading)]) as $store) {
            $seconds[$store] = (($this->writing[$store] ?? 0) + (0 === $all ? 0 : $this->readBack * ($this->reading[$store] ?? 0) / $all)) / 1e9;
        }

        return $seconds;
    }
}
