<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Keeping;

/** By how much the clock is put on that frames were taken by, and which body's. */
final readonly class ClockPutOn
{
    /** @param string|null $body null for all */
    public function __construct(public int $seconds = 0, public ?string $body = null)
    {
    }

    public function of(?HeldSource $source): int
    {
        return null === $this->body || $this->body === $source?->body ? $this->seconds : 0;
    }
}
