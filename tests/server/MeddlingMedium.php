<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use VelvetLedger\Core\Transfer\Medium;

/** A medium on which, when the first file that was written is about to be read back, something else happens: what was written has no final name yet. */
final class MeddlingMedium implements Medium
{
    /** @var (\Closure(): mixed)|null */
    public ?\Closure $meanwhile = null;

    public function startFlush(string $path): void
    {
    }

    public function willRead(string $path, int $from = 0, ?int $bytes = null): void
    {
    }

    public function flushAll(string $path): bool
    {
        return true;
    }

    public function forget(string $path, bool $willRead = false): void
    {
        [$meanwhile, $this->meanwhile] = [$this->meanwhile, null];
        if (null !== $meanwhile) {
            $meanwhile();
        }
    }
}
