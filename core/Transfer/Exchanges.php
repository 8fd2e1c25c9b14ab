<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** Lets two files of one file system change places, in one step. */
interface Exchanges
{
    /** False where the system or the file system cannot; then both are where they were. */
    public function exchange(string $one, string $other): bool;
}
