<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** Reads files from their medium, past what memory keeps of them, while others are still being written. */
interface ReadsBack
{
    /** @param array<array-key, bool> $files path => whether it was just written, and has to reach its medium first */
    public function ask(array $files): void;

    /**
     * What has been read of what was asked for, each file once.
     *
     * @param bool $wait for one at the least, where any is outstanding
     *
     * @return array<array-key, ReadBack> path => what was read
     */
    public function answers(bool $wait): array;
}
