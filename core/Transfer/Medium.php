<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Transfer;

/** What the system keeps of a file in memory, apart from what lies on its medium. */
interface Medium
{
    /** Has the system begin to write what it keeps of a file to its medium, without waiting for the end of it. */
    public function startFlush(string $path): void;

    /**
     * Tells the system that a file is about to be read, so that it fetches that part of it meanwhile.
     *
     * @param int|null $bytes null for as many as are worth it
     */
    public function willRead(string $path, int $from = 0, ?int $bytes = null): void;

    /** Writes all that the system keeps of a file's whole drive; false where that cannot be had. */
    public function flushAll(string $path): bool;

    /**
     * Has the system drop what it keeps of a file that is flushed, so that reading it reads the medium.
     *
     * @param bool $willRead and fetch it anew meanwhile, as willRead() does
     */
    public function forget(string $path, bool $willRead = false): void;
}
