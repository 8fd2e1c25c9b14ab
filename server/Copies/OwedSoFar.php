<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Copies;

/** How far the making of a store's owed copies came: after which copy it goes on, how many were made, and how many could not be. */
final readonly class OwedSoFar
{
    public function __construct(public int $after = 0, public int $made = 0, public int $left = 0, public bool $isDone = false)
    {
    }

    public function and(int $after, int $made, int $left): self
    {
        return new self($after, $this->made + $made, $this->left + $left);
    }

    public function ended(): self
    {
        return new self($this->after, $this->made, $this->left, true);
    }
}
