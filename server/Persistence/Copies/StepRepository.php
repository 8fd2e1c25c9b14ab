<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Copies;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Server\Persistence\Changes\ChangeKind;
use VelvetLedger\Server\Persistence\Row;
use VelvetLedger\Server\Persistence\Shoots\Making;

/** Owns "step": what is to be done to copies, until it is done. Where the bytes are stands in the copy's row alone; a step says where they are to be. */
final readonly class StepRepository
{
    private const WAITS = 'state '.StepState::IS_OWED;

    /** Of a frame r, in SQL: a copy of it at the main store is still to be moved. */
    public const MOVES_AT_MAIN = "EXISTS (SELECT 1 FROM file mf JOIN copy mc ON mc.file_id = mf.id JOIN store ms ON ms.id = mc.store_id AND ms.role = '".StoreRole::Main->value."'
            JOIN step mw ON mw.copy_id = mc.id AND mw.kind = '".StepKind::Move->value."' AND mw.state ".StepState::IS_OWED.' WHERE mf.frame_id = r.id)';

    /** Of a copy c, in SQL: it is to be mended, and nobody has come to it yet. */
    public const TO_MEND = "EXISTS (SELECT 1 FROM step w WHERE w.copy_id = c.id AND w.kind = '".StepKind::Mend->value."' AND w.state ".StepState::IS_OWED.')';

    public function __construct(private Connection $database)
    {
    }

    /**
     * Copies of frames' files that lie elsewhere than their frames say are to be moved, at every store. A step that waits
     * already gives way to the new one.
     *
     * @param list<int> $frames in the order in which they are to be moved
     */
    public function moveFrames(int $change, array $frames): void
    {
        $rows = json_encode(array_map(static fn (int $n, int $frame): array => ['n' => $n, 'frame' => $frame], array_keys($frames), $frames), \JSON_THROW_ON_ERROR);
        $this->database->executeStatement("UPDATE step w SET state = '".StepState::CalledOff->value."', done_at = now() FROM copy c JOIN file f ON f.id = c.file_id WHERE w.copy_id = c.id AND w.kind = '".StepKind::Move->value."' AND w.".self::WAITS.' AND f.frame_id IN (?)', [$frames], [ArrayParameterType::INTEGER]);
        $this->database->executeStatement(
            'INSERT INTO step (change_id, copy_id, store_id, kind, from_path, to_path, state, asked_at)
             SELECT ?::int, c.id, c.store_id, ?, c.path, t.path, ?, now()
             FROM json_to_recordset(?) AS j(n int, frame int) JOIN frame r ON r.id = j.frame JOIN file f ON f.frame_id = r.id JOIN copy c ON c.file_id = f.id, LATERAL (SELECT '.self::path('r', 'f').' AS path) t
             WHERE c.path <> t.path ORDER BY j.n, c.id',
            [$change, StepKind::Move->value, StepState::Waiting->value, $rows],
        );
    }

    /**
     * Files that were entered just now, while their frames may have been given another name: what lies elsewhere is to be moved.
     *
     * @param list<int> $frames
     */
    public function follow(array $frames): void
    {
        $this->database->executeStatement('SELECT 1
            FROM frame
            WHERE id IN (?)
            ORDER BY id FOR SHARE', [$frames], [ArrayParameterType::INTEGER]);
        $this->database->executeStatement(
            'INSERT INTO step (copy_id, store_id, kind, from_path, to_path, state, asked_at) SELECT c.id, c.store_id, ?, c.path, t.path, ?, now()
             FROM frame r JOIN file f ON f.frame_id = r.id JOIN copy c ON c.file_id = f.id, LATERAL (SELECT '.self::path('r', 'f').' AS path) t
             WHERE r.id IN (?) AND c.path <> t.path AND EXISTS (SELECT 1 FROM change_before b JOIN change h ON h.id = b.change_id WHERE b.frame_id = r.id AND h.kind = ?)
             AND f.making <> ? AND NOT EXISTS (SELECT 1 FROM step w WHERE w.copy_id = c.id AND w.kind = ?) ORDER BY c.id',
            [StepKind::Move->value, StepState::Waiting->value, $frames, ChangeKind::Names->value, Making::AsItIs->value, StepKind::Move->value],
            [2 => ArrayParameterType::INTEGER],
        );
    }

    /**
     * Files that came in just now, of frames that may have been given another name since they were promised: what lies elsewhere is to be moved.
     *
     * @param list<int> $frames
     */
    public function landed(array $frames): void
    {
        $renamed = Row::numbers($this->database->fetchFirstColumn('SELECT f.id
            FROM frame f
            WHERE f.id IN (?) AND EXISTS (SELECT 1 FROM change_before b WHERE b.frame_id = f.id)
            ORDER BY f.id FOR SHARE', [$frames], [ArrayParameterType::INTEGER]));
        if ([] !== $renamed) {
            $this->database->executeStatement(
                'INSERT INTO step (copy_id, store_id, kind, from_path, to_path, state, asked_at) SELECT c.id, c.store_id, ?, c.path, t.path, ?, now()
                 FROM frame r JOIN file f ON f.frame_id = r.id JOIN copy c ON c.file_id = f.id, LATERAL (SELECT '.self::path('r', 'f').' AS path) t
                 WHERE r.id IN (?) AND c.path <> t.path AND NOT EXISTS (SELECT 1 FROM step w WHERE w.copy_id = c.id AND w.kind = ?) ORDER BY c.id',
                [StepKind::Move->value, StepState::Waiting->value, $renamed, StepKind::Move->value],
                [2 => ArrayParameterType::INTEGER],
            );
        }
    }

    /**
     * What is to be moved at a store, in order.
     *
     * @return list<MoveRow>
     */
    public function moves(int $store, int $after, int $most): array
    {
        return $this->rows('w.store_id = ? AND w.kind = ? AND w.id > ? AND w.state '.StepState::IS_OWED." ORDER BY w.id LIMIT $most", $store, StepKind::Move->value, $after);
    }

    /**
     * What somebody began to move at a store, and never said what came of it: he was killed, or the drive left.
     *
     * @return list<MoveRow>
     */
    public function begun(int $store): array
    {
        return $this->rows('w.store_id = ? AND w.kind = ? AND w.begun ORDER BY w.id', $store, StepKind::Move->value);
    }

    /**
     * They are about to be moved: whoever finds them so after a cut reads where their bytes are before he moves anything.
     *
     * @param list<MoveRow> $moves
     */
    public function begin(array $moves): void
    {
        $this->database->executeStatement('UPDATE step SET begun = true WHERE id IN (?)', [array_map(static fn (MoveRow $move): int => $move->step, $moves)], [ArrayParameterType::INTEGER]);
    }

    /**
     * Copies lie where they were moved to; those that are there for good are done with.
     *
     * @param list<array{step: int, copy: int, path: string, done: bool}> $moved path from the store's root
     * @param list<int>                                                   $tried steps that were begun, and of which it is known now what came of them
     */
    public function moved(array $moved, array $tried): void
    {
        $this->database->transactional(function () use ($moved, $tried): void {
            $rows = json_encode($moved, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE);
            // Whoever gives these frames another name just now is waited for, or waits: see moveFrames().
            $this->database->executeStatement('SELECT 1 FROM frame WHERE id IN (SELECT f.frame_id FROM json_to_recordset(?) AS j(copy int) JOIN copy c ON c.id = j.copy JOIN file f ON f.id = c.file_id) ORDER BY id FOR SHARE', [$rows]);
            $this->database->executeStatement('SET CONSTRAINTS copy_place DEFERRED');
            $this->database->executeStatement('UPDATE copy c SET path = j.path, found_path = NULL FROM json_to_recordset(?) AS j(copy int, path text) WHERE c.id = j.copy', [$rows]);
            $this->database->executeStatement("UPDATE step w SET state = '".StepState::Done->value."', done_at = now(), tried_at = now(), because = NULL
                FROM json_to_recordset(?) AS j(step int, done boolean)
                WHERE w.id = j.step AND j.done AND w.".self::WAITS, [$rows]);
            $this->database->executeStatement('UPDATE step SET begun = false WHERE id IN (?)', [$tried], [ArrayParameterType::INTEGER]);
            // They were moved to where they were to be when that began; what is to be elsewhere by now goes on from there.
            $this->database->executeStatement(
                'INSERT INTO step (copy_id, store_id, kind, from_path, to_path, state, asked_at) SELECT c.id, c.store_id, ?, c.path, t.path, ?, now()
                 FROM json_to_recordset(?) AS j(copy int, done boolean) JOIN copy c ON c.id = j.copy JOIN file f ON f.id = c.file_id JOIN frame r ON r.id = f.frame_id, LATERAL (SELECT '.self::path('r', 'f').' AS path) t
                 WHERE c.path <> t.path AND NOT EXISTS (SELECT 1 FROM step w WHERE w.copy_id = c.id AND w.kind = ? AND w.'.self::WAITS.') ORDER BY c.id',
                [StepKind::Move->value, StepState::Waiting->value, $rows, StepKind::Move->value],
            );
        });
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
        $this->database->executeStatement("UPDATE step SET state = '".StepState::CalledOff->value."', done_at = now() WHERE store_id = ? AND kind IN (?, ?) AND ".self::WAITS, [$store, StepKind::Mend->value, StepKind::Remove->value]);
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
        $this->database->executeStatement("INSERT INTO step (copy_id, store_id, kind, from_path, state, asked_at)
            SELECT c.id, c.store_id, ?, c.path, ?, now()
            FROM file f JOIN copy c ON c.file_id = f.id JOIN store s ON s.id = c.store_id
            WHERE f.frame_id IN (?) AND c.state <> '".CopyState::LetGo->value."' AND ".StoreRole::IN_USE.'
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

    /** @return array<int, int> store => how many steps of any kind it is owed, where any: copies to be made or stamped, moved, mended; folders whose other files are to follow */
    public function owed(): array
    {
        return $this->byStore(
            'SELECT store_id, sum(steps)
                FROM (SELECT store_id, copies AS steps FROM shoot_copies WHERE state = ? UNION ALL SELECT store_id, 1 FROM step WHERE '.self::WAITS.' UNION ALL SELECT store_id, 1 FROM following WHERE '.self::WAITS.') t
                GROUP BY 1
                HAVING sum(steps) > 0
                ORDER BY 1',
            CopyState::Owed->value,
        );
    }

    /** @return list<MoveRow> */
    private function rows(string $which, int|string ...$of): array
    {
        return array_map(static fn (array $row): MoveRow => new MoveRow($row), $this->database->fetchAllAssociative(
            'SELECT w.id AS step, w.to_path, w.begun, b.id AS blocker, EXISTS (SELECT 1 FROM step x WHERE x.copy_id = b.id AND x.kind = w.kind AND x.state '.StepState::IS_OWED.') AS blocker_leaves, '.CopyRow::COLUMNS."
             FROM step w
             JOIN copy c ON c.id = w.copy_id
             JOIN file f ON f.id = c.file_id
             JOIN frame r ON r.id = f.frame_id
             LEFT JOIN LATERAL (SELECT id FROM copy WHERE store_id = c.store_id AND lower(path) = lower(w.to_path) AND id <> c.id ORDER BY path <> w.to_path LIMIT 1) b ON true -- one that only case tells apart is in the way on many drives
             WHERE $which",
            $of,
        ));
    }

    /** @return array<int, int> */
    private function byStore(string $query, string $of): array
    {
        $many = [];
        foreach ($this->database->fetchAllKeyValue($query, [$of]) as $store => $steps) {
            $many[(int) $store] = Row::number($steps);
        }

        return $many;
    }

    /**
     * In SQL: a path at a store, or one beside it where a copy is that is to leave it. What is entered there so is brought to
     * its place when that has left, see follow().
     */
    public static function freePlace(string $store, string $path): string
    {
        return "CASE WHEN EXISTS (SELECT 1 FROM copy px WHERE px.store_id = $store AND px.path = $path) THEN regexp_replace($path, '([^/]*)$', '.\\1.waits') ELSE $path END";
    }

    /** Where a file f of a frame r is to lie, in SQL, from a store's root. */
    private static function path(string $frame, string $file): string
    {
        return "CASE WHEN $frame.folder = '' THEN '' ELSE $frame.folder || '/' END || $frame.stem || $file.ending";
    }
}
