<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Jobs;

use Doctrine\DBAL\Connection;

/**
 * The queue of work to be done in the background: rows of the table "job", each taken by one worker with
 * FOR UPDATE SKIP LOCKED. Workers are woken by NOTIFY; a job whose worker has not beaten for a while is
 * given to another.
 */
final readonly class JobQueue
{
    private const CHANNEL = 'ledger_job';

    /** Seconds without a beat after which a worker counts as gone. */
    private const SILENCE = 20;

    public function __construct(private Connection $database)
    {
    }

    /** Asks for an intake to be run; part of the caller's transaction, so that no job exists without its intake. */
    public function ask(int $intakeId): void
    {
        $this->database->executeStatement('INSERT INTO job (intake_id, asked_at) VALUES (?, now())', [$intakeId]);
        $this->database->executeStatement('NOTIFY '.self::CHANNEL);
    }

    /** A job for an intake that the caller runs itself, so that no worker takes it. */
    public function hold(int $intakeId): Job
    {
        $id = $this->database->fetchOne('INSERT INTO job (intake_id, asked_at, taken_at, beat_at, attempts) VALUES (?, now(), now(), now(), 1) RETURNING id', [$intakeId]);

        return new Job(is_numeric($id) ? (int) $id : throw new \LogicException('PostgreSQL returned no id for a job.'), $intakeId, 1);
    }

    /** The oldest job that nobody is working on, now this worker's; null where there is none. */
    public function take(): ?Job
    {
        $row = $this->database->fetchAssociative(
            'UPDATE job SET taken_at = now(), beat_at = now(), attempts = attempts + 1
              WHERE id = (SELECT id FROM job WHERE ended_at IS NULL AND (taken_at IS NULL OR beat_at < now() - make_interval(secs => ?))
                          ORDER BY id FOR UPDATE SKIP LOCKED LIMIT 1)
              RETURNING id, intake_id, attempts',
            [self::SILENCE],
        );
        if (false === $row || !is_numeric($row['id']) || !is_numeric($row['intake_id']) || !is_numeric($row['attempts'])) {
            return null;
        }

        return new Job((int) $row['id'], (int) $row['intake_id'], (int) $row['attempts']);
    }

    /** Says that the job's worker is alive. */
    public function beat(Job $job): void
    {
        $this->database->executeStatement('UPDATE job SET beat_at = now() WHERE id = ?', [$job->id]);
    }

    /** Gives a job back unfinished, for the next worker. */
    public function release(Job $job): void
    {
        $this->database->executeStatement('UPDATE job SET taken_at = NULL WHERE id = ?', [$job->id]);
        $this->database->executeStatement('NOTIFY '.self::CHANNEL);
    }

    public function end(Job $job): void
    {
        $this->database->executeStatement('UPDATE job SET ended_at = now() WHERE id = ?', [$job->id]);
    }

    /** Sleeps until somebody asks for work, at most $seconds. */
    public function waitForWork(int $seconds): void
    {
        $native = $this->database->getNativeConnection();
        if (!$native instanceof \PDO) {
            throw new \LogicException('The queue is made for PostgreSQL through PDO.');
        }
        $this->database->executeStatement('LISTEN '.self::CHANNEL);
        $native->pgsqlGetNotify(\PDO::FETCH_ASSOC, $seconds * 1000);
    }
}
