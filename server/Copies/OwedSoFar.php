<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

/** How far it came with what a store is owed: after which copy it goes on, how many were made, could not be, and were moved. */
final readonly class OwedSoFar
{
    /** @param bool $waits whether all was done but what somebody else is just writing into: it comes again in a while */
    public function __construct(public int $after = 0, public int $made = 0, public int $left = 0, public bool $isDone = false, public int $moved = 0, public bool $waits = false)
    {
    }

    public function and(int $after, int $made, int $left): self
    {
        return new self($after, $this->made + $made, $this->left + $left, false, $this->moved);
    }

    public function andMoved(int $moved): self
    {
        return new self($this->after, $this->made, $this->left, false, $this->moved + $moved);
    }

    public function ended(): self
    {
        return new self($this->after, $this->made, $this->left, true, $this->moved);
    }

    public function waiting(): self
    {
        return new self(0, $this->made, $this->left, false, $this->moved, true);
    }
}
