<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Symfony\Component\Clock\ClockInterface;

/** A clock on which a second passes, or so many, whenever it is looked at, and at one of these moments something happens. */
final class CuttingClock implements ClockInterface
{
    public int $looks = 0;

    /** @param \Closure(): mixed $what */
    public function __construct(private readonly int $at = 0, private readonly ?\Closure $what = null, private readonly int $each = 1)
    {
    }

    public function now(): \DateTimeImmutable
    {
        if (++$this->looks === $this->at && null !== $this->what) {
            ($this->what)();
        }

        return new \DateTimeImmutable('@'.(1_790_000_000 + $this->looks * $this->each));
    }

    public function sleep(float|int $seconds): void
    {
        $this->looks += (int) ceil($seconds);
    }

    public function withTimeZone(\DateTimeZone|string $timezone): static
    {
        return $this;
    }
}
