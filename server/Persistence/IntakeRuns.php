<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\DBAL\Connection;

/**
 * Whose an intake is. A run takes the intake's lock, which the database lets go of when the run's connection ends,
 * however that came about, and a number, one more than the run before. All that it then writes is written only while
 * that number is still the intake's: a run that was thought dead and is not can do no harm.
 */
final readonly class IntakeRuns
{
    /** First half of the advisory locks' keys, for intakes. */
    private const LOCK = 7401;

    /** Under this one plans become promises. */
    private const PROMISES = 7_400_001;

    /** Of the locks that keep one file's bytes from coming in twice at once. */
    private const PRINT_LOCK = 7402;

    public function __construct(private Connection $database)
    {
    }

    /**
     * The number of the new run; null where there is nothing to be done: the intake has ended, or stopped.
     *
     * @throws RunsElsewhere
     */
    public function take(int $intake): ?int
    {
        if (true !== $this->database->fetchOne('SELECT pg_try_advisory_lock(?, ?)', [self::LOCK, $intake])) {
            throw RunsElsewhere::intake($intake);
        }
        $run = $this->database->fetchOne("UPDATE intake SET run = run + 1, bytes_moved = 0, files_moved = 0 WHERE id = ? AND state IN ('waiting', 'running') RETURNING run", [$intake]);
        if (is_numeric($run)) {
            return (int) $run;
        }
        $this->release($intake);

        return null;
    }

    public function release(int $intake): void
    {
        $this->database->executeStatement('SELECT pg_advisory_unlock(?, ?)', [self::LOCK, $intake]);
    }

    /** Whether somebody works on it now. */
    public function isTaken(int $intake): bool
    {
        if (true !== $this->database->fetchOne('SELECT pg_try_advisory_lock(?, ?)', [self::LOCK, $intake])) {
            return true;
        }
        $this->release($intake);

        return false;
    }

    /**
     * Within a transaction: that the run is still the one that counts, and stays so until the transaction ends.
     *
     * @throws OwnershipLost
     */
    public function confirm(int $intake, int $run): void
    {
        if (false === $this->database->fetchOne('SELECT 1 FROM intake WHERE id = ? AND run = ? FOR UPDATE', [$intake, $run])) {
            throw OwnershipLost::ofRun($intake, $run);
        }
    }

    /** @throws OwnershipLost */
    public function moved(int $intake, int $run, int $bytes, int $files): void
    {
        if (1 !== $this->database->executeStatement('UPDATE intake SET bytes_moved = ?, files_moved = ? WHERE id = ? AND run = ?', [$bytes, $files, $intake, $run])) {
            throw OwnershipLost::ofRun($intake, $run);
        }
    }

    /** Until the transaction ends no other plan becomes a promise: two intakes never promise one name. */
    public function promiseAlone(): void
    {
        $this->database->executeStatement('SELECT pg_advisory_xact_lock(?)', [self::PROMISES]);
    }

    /**
     * Does what is done while no other run brings in bytes of the same print.
     *
     * @template T
     *
     * @param \Closure(): T $do
     *
     * @return T
     */
    public function alone(string $print, \Closure $do): mixed
    {
        $key = [self::PRINT_LOCK, crc32($print) & 0x7FFFFFFF];
        $this->database->executeStatement('SELECT pg_advisory_lock(?, ?)', $key);
        try {
            return $do();
        } finally {
            $this->database->executeStatement('SELECT pg_advisory_unlock(?, ?)', $key);
        }
    }
}
