<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Copies;

use Doctrine\DBAL\Connection;
use VelvetLedger\Server\Persistence\Lock;
use VelvetLedger\Server\Persistence\Locks;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Row;

/** Provings: each reading again of the copies of a store, or of one shoot there, asked for and what came of it. Written beside Doctrine's unit of work, several times a second. */
final readonly class ProvingRepository
{
    public function __construct(private Connection $database, private Locks $locks)
    {
    }

    /**
     * @param int|null $days where it is a nightly share: of 1 in so many
     *
     * @return int its number; that of the one that is under way, where the same is asked for twice
     */
    public function ask(int $store, ?int $shoot, ?int $days, \DateTimeImmutable $at = new \DateTimeImmutable()): int
    {
        $known = $this->database->fetchOne('SELECT id
            FROM proving
            WHERE store_id = ? AND shoot_id IS NOT DISTINCT FROM ?::int AND state '.ProvingState::IS_OPEN, [$store, $shoot]);
        $id = false !== $known ? $known : $this->database->fetchOne("INSERT INTO proving (store_id, shoot_id, scope, days, state, asked_at)
            VALUES (?, ?, ?, ?, 'waiting', ?)
            RETURNING id", [$store, $shoot, null !== $days ? 'share' : (null === $shoot ? 'store' : 'shoot'), $days, $at->format('Y-m-d H:i:s.uP')]);

        return Row::number($id);
    }

    /** A number for whoever is to go on with it; who was to do so before has no turn any more. */
    public function turn(int $id): int
    {
        $turn = $this->database->fetchOne('UPDATE proving SET turn = turn + 1 WHERE id = ? RETURNING turn', [$id]);

        return Row::number($turn);
    }

    /**
     * As far as it came; null where there is nothing to be done: it has ended, or somebody else is at it, or has the turn.
     *
     * @param int|null $turn null for whoever takes it whatever turn it is
     */
    public function take(int $id, ?int $turn = null): ?ProvingRow
    {
        if (!$this->locks->take(Lock::Proving, $id)) {
            return null;
        }
        $row = $this->database->fetchAssociative("UPDATE proving SET state = 'running', begun_at = coalesce(begun_at, now()), files_read = files_reached, bytes_read = bytes_reached, bad = bad_reached
            WHERE id = ? AND state ".ProvingState::IS_OPEN.'
            AND (?::int IS NULL OR turn = ?)
            RETURNING *', [$id, $turn, $turn]);
        if (false === $row) {
            $this->release($id);

            return null;
        }

        return ProvingRow::of($row);
    }

    public function release(int $id): void
    {
        $this->locks->release(Lock::Proving, $id);
    }

    /**
     * What it is of, said once, when it begins.
     *
     * @param string|null $upto only what was last proven before then
     * @param int         $sums of shoots that were not those of their copies
     */
    public function isOf(int $id, int $files, int $bytes, ?string $upto, int $sums): void
    {
        $this->database->executeStatement('UPDATE proving SET files = ?, bytes = ?, upto = coalesce(?::timestamptz, begun_at), sums = ?
            WHERE id = ?', [$files, $bytes, $upto, $sums, $id]);
    }

    /** All copies up to this one are read, and what was found is entered; within one transaction with that. */
    public function reached(int $id, int $copy, int $files, int $bytes, int $bad): void
    {
        $this->database->executeStatement('UPDATE proving SET reached = ?, files_reached = ?, bytes_reached = ?, bad_reached = ?
            WHERE id = ?', [$copy, $files, $bytes, $bad, $id]);
    }

    /** Whether it is to go on. */
    public function moved(int $id, int $files, int $bytes, int $bad): bool
    {
        return ProvingState::Running->value === $this->database->fetchOne('UPDATE proving SET files_read = ?, bytes_read = ?, bad = ?
            WHERE id = ?
            RETURNING state', [$files, $bytes, $bad, $id]);
    }

    /** @param list<string> $unknown paths that are not the ledger's, of $inAll */
    public function end(int $id, array $unknown, int $inAll, ?string $stoppedBecause): void
    {
        $this->database->executeStatement('UPDATE proving SET state = ?, ended_at = now(), unknown = ?, unknown_files = ?, stopped_because = ?
            WHERE id = ?', [(null === $stoppedBecause ? ProvingState::Done : ProvingState::Stopped)->value, json_encode($unknown, \JSON_INVALID_UTF8_SUBSTITUTE | \JSON_THROW_ON_ERROR), $inAll, $stoppedBecause, $id]);
    }

    /** Whether it was to be stopped yet. */
    public function stop(int $id): bool
    {
        return 0 < $this->database->executeStatement("UPDATE proving SET state = 'stopped', ended_at = now(), stopped_because = 'You stopped it.'
            WHERE id = ? AND state ".ProvingState::IS_OPEN, [$id]);
    }

    /** Whether somebody is at it just now; between two slices nobody is. */
    public function isTaken(int $id): bool
    {
        return $this->locks->isTaken(Lock::Proving, $id);
    }

    /** @return list<ProvingRow> those that somebody should be at, the earliest first */
    public function open(): array
    {
        return array_map(ProvingRow::of(...), $this->database->fetchAllAssociative('SELECT *
            FROM proving
            WHERE state '.ProvingState::IS_OPEN.'
            ORDER BY id'));
    }

    /** The last one of a store, and of it as a whole or of one shoot there. */
    public function last(int $store, ?int $shoot = null): ?ProvingRow
    {
        $row = $this->database->fetchAssociative('SELECT *
            FROM proving
            WHERE store_id = ?
            AND (?::int IS NULL OR shoot_id = ?)
            ORDER BY id DESC LIMIT 1', [$store, $shoot, $shoot]);

        return false === $row ? null : ProvingRow::of($row);
    }

    public function hadAShareSince(int $store, \DateTimeImmutable $moment): bool
    {
        return false !== $this->database->fetchOne("SELECT 1
            FROM proving
            WHERE store_id = ? AND scope = 'share' AND asked_at > ? LIMIT 1", [$store, $moment->format(\DATE_ATOM)]);
    }

    public function find(int $id): ProvingRow
    {
        $row = $this->database->fetchAssociative('SELECT * FROM proving WHERE id = ?', [$id]);

        return false === $row ? throw NotInLedger::proving($id) : ProvingRow::of($row);
    }
}
