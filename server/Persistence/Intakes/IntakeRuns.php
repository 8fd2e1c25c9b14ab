<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Intakes;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Receipt\SlowOne;
use VelvetLedger\Core\Transfer\Timings;
use VelvetLedger\Server\Machines\Machine;
use VelvetLedger\Server\Persistence\Lock;
use VelvetLedger\Server\Persistence\Locks;
use VelvetLedger\Server\Persistence\Row;

/**
 * Whose an intake is. A run takes the intake's lock, which the database lets go of when the run's connection ends,
 * however that came about, and a number, one more than the run before. All that it then writes is written only while
 * that number is still the intake's: a run that was thought dead and is not can do no harm.
 */
final readonly class IntakeRuns
{
    public function __construct(private Connection $database, private Locks $locks, private Machine $machine)
    {
    }

    /**
     * The number of the new run; null where there is nothing to be done: the intake has ended, or stopped.
     *
     * @throws RunsElsewhere
     */
    public function take(int $intake): ?int
    {
        if (!$this->locks->take(Lock::Intake, $intake)) {
            throw RunsElsewhere::intake($intake);
        }

        return $this->number($intake, 'UPDATE intake SET run = run + 1, bytes_moved = 0, files_moved = 0
            WHERE id = ? AND state '.IntakeState::IS_IN_HAND.'
            RETURNING run');
    }

    /** The number of a run that settles what a stopped intake left; null where it goes on, or somebody works on it. */
    public function takeStopped(int $intake): ?int
    {
        return $this->locks->take(Lock::Intake, $intake) ? $this->number($intake, "UPDATE intake SET run = run + 1
            WHERE id = ? AND state = 'stopped'
            RETURNING run") : null;
    }

    public function release(int $intake): void
    {
        $this->locks->release(Lock::Intake, $intake);
    }

    /** Whether somebody works on it now. */
    public function isTaken(int $intake): bool
    {
        return $this->locks->isTaken(Lock::Intake, $intake);
    }

    /** The machine that an intake is begun on: this one. */
    public function here(): string
    {
        return $this->machine->id;
    }

    /** @return list<int> the receipts that are being copied on this machine just now, to all stores that are in use */
    public function copying(): array
    {
        $copying = [];
        foreach ($this->database->fetchFirstColumn("SELECT id
            FROM intake
            WHERE state = 'running' AND coalesce(machine, ?) = ?
            ORDER BY id", [$this->here(), $this->here()]) as $id) {
            if ($this->isTaken(Row::number($id))) {
                $copying[] = Row::number($id);
            }
        }

        return $copying;
    }

    /** Whether this very run may still be writing: it is the intake's last one, and somebody works on that. */
    public function isLive(int $intake, int $run): bool
    {
        return false !== $this->database->fetchOne('SELECT 1
            FROM intake
            WHERE id = ? AND run = ?', [$intake, $run]) && $this->isTaken($intake);
    }

    /**
     * Within a transaction: that the run is still the one that counts, and stays so until the transaction ends.
     *
     * @throws OwnershipLost
     */
    public function confirm(int $intake, int $run): void
    {
        if (false === $this->database->fetchOne('SELECT 1
            FROM intake
            WHERE id = ? AND run = ? FOR UPDATE', [$intake, $run])) {
            throw OwnershipLost::ofRun($intake, $run);
        }
    }

    /**
     * Says how far it is, and hears what the photographer wishes.
     *
     * @param bool $isLast else it is said another time where files are being entered just now, and the drive is not waited for
     *
     * @throws OwnershipLost
     */
    public function moved(int $intake, int $run, int $bytes, int $files, Waited $waited, bool $isLast): ?IntakeWish
    {
        $row = $this->database->fetchAssociative('WITH quickly AS MATERIALIZED (SELECT set_config(\'synchronous_commit\', ?, true)),
                own AS MATERIALIZED (SELECT id FROM intake WHERE id = ? AND run = ? FOR NO KEY UPDATE'.($isLast ? '' : ' SKIP LOCKED').'),
                waits AS (UPDATE intake_wait SET seconds = ?, bytes = ?, waited = ? FROM quickly WHERE intake_id = ? AND run = ?)
            UPDATE intake i SET bytes_moved = ?, files_moved = ?
            FROM own, quickly
            WHERE i.id = own.id
            RETURNING i.wish', [$isLast ? 'on' : 'off', $intake, $run, $waited->seconds, $waited->bytes, json_encode($waited->by, \JSON_THROW_ON_ERROR | \JSON_FORCE_OBJECT), $intake, $run, $bytes, $files]);
        $row = false !== $row ? $row : $this->database->fetchAssociative('SELECT wish
            FROM intake
            WHERE id = ? AND run = ?', [$intake, $run]);
        if (false === $row) {
            throw OwnershipLost::ofRun($intake, $run);
        }

        return \is_string($row['wish']) ? IntakeWish::tryFrom($row['wish']) : null;
    }

    /** @param int|null $port megabits a second of the one that the card's reader is at, where it is known */
    public function opens(int $intake, int $run, ?int $port): void
    {
        $this->database->executeStatement('INSERT INTO intake_wait (intake_id, run, port) VALUES (?, ?, ?)
            ON CONFLICT (intake_id, run) DO NOTHING', [$intake, $run, $port]);
    }

    /** For whom all runs of an intake waited. */
    public function slowOne(int $intake): SlowOne
    {
        $seconds = $card = $stamps = 0.0;
        $bytes = 0;
        $port = null;
        $stores = [];
        $last = null;
        foreach ($this->database->fetchAllAssociative('SELECT w.run, w.port, w.seconds::text, w.bytes, j.key AS who, s.name, j.value::text AS waited
            FROM intake_wait w LEFT JOIN jsonb_each(w.waited) j ON true LEFT JOIN store s ON s.id::text = j.key
            WHERE w.intake_id = ?
            ORDER BY w.run', [$intake]) as $columns) {
            $row = Row::of($columns);
            if ($row->int('run') !== $last) {
                $last = $row->int('run');
                $port = $row->intOrNull('port');
                $seconds += (float) $row->text('seconds');
                $bytes += $row->int('bytes');
            }
            $time = (float) $row->textOrNull('waited');
            match ($row->textOrNull('who')) {
                null => null,
                (string) Timings::CARD => $card += $time,
                (string) Timings::STAMPS => $stamps += $time,
                default => $stores[] = [$row->textOrNull('name') ?? 'a store that is gone', $time],
            };
        }

        return new SlowOne($seconds, $bytes, $card, $stamps, $stores, $port);
    }

    /** What the photographer wishes of an intake that runs; the run hears it with its next word. */
    public function wish(int $intake, ?IntakeWish $wish): void
    {
        $this->database->executeStatement('UPDATE intake SET wish = ? WHERE id = ?', [$wish?->value, $intake]);
    }

    /** Until the transaction ends no other plan becomes a promise: two intakes never promise one name. */
    public function promiseAlone(): void
    {
        $this->locks->alone(Lock::Promises);
    }

    /** Of the new run; where there is none to be had, the lock is let go of. */
    private function number(int $intake, string $statement): ?int
    {
        $run = Row::numberOrNull($this->database->fetchOne($statement, [$intake]));
        if (null === $run) {
            $this->release($intake);
        }

        return $run;
    }
}
