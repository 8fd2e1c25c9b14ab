<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** Makes the system drop what it keeps of a file in memory, so that reading it back reads the drive. */
interface ForgetsCache
{
    public function forget(string $path): void;
}
