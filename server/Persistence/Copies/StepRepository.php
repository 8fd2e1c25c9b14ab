<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Copies;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Server\Persistence\Row;

/** Owns "step": what is to be done to copies, until it is done, and how much that is. That copies are to be moved is told and entered by MoveRepository. */
final readonly class StepRepository
{
    private const WAITS = 'state '.StepState::IS_OWED;

    /** Of a copy c, in SQL: it is to be mended, and nobody has come to it yet. */
    public const TO_MEND = "EXISTS (SELECT 1 FROM step w WHERE w.copy_id = c.id AND w.kind = '".StepKind::Mend->value."' AND w.state ".StepState::IS_OWED.')';

    public function __construct(private Connection $database)
    {
    }

    /** @param array<int, string> $because step => why it could not be done yet; it still waits */
    public function notYet(array $because): void
    {
        foreach ($because as $step => $why) {
            $this->database->executeStatement('UPDATE step SET because = ?, tried_at = now()
                WHERE id = ? AND '.self::WAITS, [$why, $step]);
        }
    }

    /**
     * Bad copies are to be mended; those that are asked for already, or are good by now, stay as they are.
     *
     * @param list<int> $copies
     *
     * @return list<int> the stores that have any that wait
     */
    public function askToMend(array $copies): array
    {
        $this->database->executeStatement(
            'INSERT INTO step (copy_id, store_id, kind, from_path, state, asked_at)
                SELECT c.id, c.store_id, ?, c.path, ?, now()
                FROM copy c
                WHERE c.id IN (?) AND c.state '.CopyState::IS_BAD.'
                ORDER BY c.id
                ON CONFLICT DO NOTHING',
            [StepKind::Mend->value, StepState::Waiting->value, $copies],
            [2 => ArrayParameterType::INTEGER],
        );

        return Row::numbers($this->database->fetchFirstColumn('SELECT DISTINCT store_id
            FROM step
            WHERE copy_id IN (?) AND kind = ? AND '.self::WAITS, [$copies, StepKind::Mend->value], [ArrayParameterType::INTEGER]));
    }

    /** It could not be mended, and is not tried again until it is asked for again. */
    public function notMended(int $copy, string $because): void
    {
        $this->database->executeStatement('UPDATE copy SET because = ? WHERE id = ?', [$because, $copy]);
        $this->database->executeStatement("UPDATE step SET state = '".StepState::Failed->value."', because = ?, tried_at = now() WHERE copy_id = ? AND kind = ? AND ".self::WAITS, [$because, $copy, StepKind::Mend->value]);
    }

    /** A store that is used no more is given nothing, and nothing is taken from it. */
    public function callOff(int $store): void
    {
        $this->database->executeStatement("UPDATE step SET state = '".StepState::CalledOff->value."', done_at = now() WHERE store_id = ? AND kind IN (?, ?, ?) AND ".self::WAITS, [$store, StepKind::Mend->value, StepKind::Remove->value, StepKind::Leave->value]);
    }

    /**
     * Frames were let go for good: their copies are to be taken away, at stores in use, and what is not made yet is not made.
     *
     * @param list<int> $frames
     */
    public function removeFrames(array $frames): void
    {
        $this->database->executeStatement("UPDATE step w SET state = '".StepState::CalledOff->value."', done_at = now()
            FROM copy c JOIN file f ON f.id = c.file_id
            WHERE w.copy_id = c.id AND w.kind = ? AND w.".self::WAITS.' AND f.frame_id IN (?)', [StepKind::Mend->value, $frames], [1 => ArrayParameterType::INTEGER]);
        $this->database->executeStatement('INSERT INTO step (copy_id, store_id, kind, from_path, state, asked_at)
            SELECT c.id, c.store_id, ?, c.path, ?, now()
            FROM file f JOIN copy c ON c.file_id = f.id JOIN store s ON s.id = c.store_id
            WHERE f.frame_id IN (?) AND c.state '.CopyState::BELONGS_THERE.' AND '.StoreRole::IN_USE.'
            ORDER BY c.id', [StepKind::Remove->value, StepState::Waiting->value, $frames], [2 => ArrayParameterType::INTEGER]);
    }

    /**
     * What is to be taken away at a store.
     *
     * @return list<RemovalRow> by number, at most $most
     */
    public function removals(int $store, int $after, int $most): array
    {
        return array_map(static fn (array $row): RemovalRow => new RemovalRow($row), $this->database->fetchAllAssociative('SELECT w.id AS step, r.stem, r.let_go_at::date::text AS let_go_on, '.CopyRow::COLUMNS.'
            FROM step w
            JOIN copy c ON c.id = w.copy_id
            JOIN file f ON f.id = c.file_id
            JOIN frame r ON r.id = f.frame_id
            WHERE w.store_id = ? AND w.kind = ? AND w.id > ? AND w.'.self::WAITS."
            ORDER BY w.id LIMIT $most", [$store, StepKind::Remove->value, $after]));
    }

    /** @param list<RemovalRow> $removals of copies that are not the ledger's any more */
    public function removed(array $removals, string $because): void
    {
        $this->database->executeStatement("WITH gone AS (UPDATE step SET state = '".StepState::Done->value."', done_at = now(), tried_at = now(), because = NULL WHERE id IN (?) RETURNING copy_id)
            UPDATE copy c SET state = '".CopyState::LetGo->value."', because = ?, found_path = NULL
            FROM gone
            WHERE c.id = gone.copy_id", [array_map(static fn (RemovalRow $removal): int => $removal->step, $removals), $because], [ArrayParameterType::INTEGER]);
    }

    /** @return array<int, int> store => how many steps of a kind wait there, where any do */
    public function waiting(StepKind $kind): array
    {
        return $this->byStore('SELECT store_id, count(*)
            FROM step
            WHERE kind = ? AND '.self::WAITS.'
            GROUP BY 1', $kind->value);
    }

    /** @return array<int, int> store => how many copies that lie there are to follow by a step of a kind, where any are; one that is still to be made is made where it belongs */
    public function toFollow(StepKind $kind): array
    {
        return $this->byStore('SELECT w.store_id, count(*)
            FROM step w
            JOIN copy c ON c.id = w.copy_id
            WHERE w.kind = ? AND w.'.self::WAITS.' AND c.checksum IS NOT NULL
            GROUP BY 1', $kind->value);
    }

    /** @return array<int, int> store => how many steps of any kind it is owed, where any: copies to be made or stamped, moved, mended; folders whose other files are to follow; what was called off after it was begun, and is to be looked for */
    public function owed(): array
    {
        return $this->byStore(
            'SELECT store_id, sum(steps)
                FROM (SELECT store_id, copies AS steps FROM shoot_copies WHERE state = ? UNION ALL SELECT store_id, 1 FROM step WHERE '.self::WAITS.' UNION ALL SELECT store_id, 1 FROM step WHERE begun AND NOT ('.self::WAITS.') UNION ALL SELECT store_id, 1 FROM following WHERE '.self::WAITS.' UNION ALL SELECT store_id, 1 FROM beside_copy WHERE is_owed) t
                GROUP BY 1
                HAVING sum(steps) > 0
                ORDER BY 1',
            CopyState::Owed->value,
        );
    }

    /** @return array<int, int> */
    private function byStore(string $query, string $of): array
    {
        return Row::byNumber($this->database->fetchAllKeyValue($query, [$of]));
    }
}
