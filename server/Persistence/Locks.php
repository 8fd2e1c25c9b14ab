<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Transfer\Task;
use VelvetLedger\Core\Transfer\WriterMark;

/** Advisory locks: the database lets go of them when the connection of whoever has them ends, however that came about. */
final readonly class Locks
{
    public function __construct(private Connection $database)
    {
    }

    /** Without waiting; whether it is this connection's now. */
    public function take(Lock $lock, int $of): bool
    {
        return true === $this->database->fetchOne('SELECT pg_try_advisory_lock(?, ?)', [$lock->value, $of]);
    }

    public function release(Lock $lock, int $of): void
    {
        $this->database->executeStatement('SELECT pg_advisory_unlock(?, ?)', [$lock->value, $of]);
    }

    /** All that this connection has, but for what ends with its transaction. */
    public function releaseAll(): void
    {
        $this->database->executeStatement('SELECT pg_advisory_unlock_all()');
    }

    /** Until the transaction ends; waits for it. */
    public function alone(Lock $lock, int $of = 0): void
    {
        $this->database->executeStatement('SELECT pg_advisory_xact_lock(?, ?)', [$lock->value, $of]);
    }

    /** The same without waiting; whether it is this transaction's. */
    public function takeAlone(Lock $lock, int $of = 0): bool
    {
        return true === $this->database->fetchOne('SELECT pg_try_advisory_xact_lock(?, ?)', [$lock->value, $of]);
    }

    /** Whether anybody has it now, on this connection or another. Taking it to find out would keep it from whoever wants it just then. */
    public function isTaken(Lock $lock, int $of): bool
    {
        return false !== $this->database->fetchOne("SELECT 1 FROM pg_locks WHERE locktype = 'advisory' AND classid = ? AND objid = ? AND objsubid = 2 AND granted AND database = (SELECT oid FROM pg_database WHERE datname = current_database()) LIMIT 1", [$lock->value, $of]);
    }

    /** The mark of a run that has just taken the lock of its work: no run before had its number. */
    public function newMark(Task $task, int $about): WriterMark
    {
        $run = $this->database->fetchOne("SELECT nextval('work_run')");

        return WriterMark::of($task, $about, Row::number($run));
    }
}
