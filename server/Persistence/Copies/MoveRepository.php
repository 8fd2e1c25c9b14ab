<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Copies;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Server\Persistence\ArrayLiteral;
use VelvetLedger\Server\Persistence\Batch;
use VelvetLedger\Server\Persistence\Changes\ChangeKind;
use VelvetLedger\Server\Persistence\Row;

/** Of "step" those that move copies to where their frames say that they are to lie. Where the bytes are stands in the copy's row alone; a step says where they are to be. */
final readonly class MoveRepository
{
    private const IS_MOVE = "w.kind = '".StepKind::Move->value."'";
    private const WAITS = self::IS_MOVE.' AND w.state '.StepState::IS_OWED;

    /** Of a frame r, in SQL: a copy of it at its shoot's home is still to be moved, or to be made: whoever writes into it waits. */
    public const IS_ON_ITS_WAY = "EXISTS (SELECT 1 FROM file mf JOIN copy mc ON mc.file_id = mf.id AND mc.store_id = (SELECT mh.home_id FROM shoot mh WHERE mh.id = r.shoot_id)
            WHERE mf.frame_id = r.id AND (mc.state = '".CopyState::Owed->value."' AND mc.checksum IS NULL OR EXISTS (SELECT 1 FROM step mw WHERE mw.copy_id = mc.id AND mw.kind = '".StepKind::Move->value."' AND mw.state ".StepState::IS_OWED.')))';

    public function __construct(private Connection $database)
    {
    }

    /**
     * Copies of frames' files that lie elsewhere than their frames say are to be moved, at every store. A step that waits
     * already gives way to the new one.
     *
     * @param list<int> $frames in the order in which they are to be moved
     */
    public function frames(int $change, array $frames): void
    {
        $rows = json_encode(array_map(static fn (int $n, int $frame): array => ['n' => $n, 'frame' => $frame], array_keys($frames), $frames), \JSON_THROW_ON_ERROR);
        $this->database->executeStatement("UPDATE step w SET state = '".StepState::CalledOff->value."', done_at = now()
            FROM copy c JOIN file f ON f.id = c.file_id
            WHERE w.copy_id = c.id AND ".self::WAITS.' AND f.frame_id IN (?)', [$frames], [ArrayParameterType::INTEGER]);
        $this->owe('json_to_recordset(?) AS j(n int, frame int) JOIN frame r ON r.id = j.frame JOIN file f ON f.frame_id = r.id JOIN copy c ON c.file_id = f.id', 'true', [$rows], [], $change, 'j.n, c.id');
    }

    /**
     * Files that were entered just now, in the same transaction, of frames that may have been given another name since they were
     * promised, or while they were written: what lies elsewhere is to be moved.
     *
     * @param list<int> $frames
     */
    public function landed(array $frames): void
    {
        $batch = new Batch($this->database);
        $this->landWith($batch, $frames);
        $batch->carryOut();
    }

    /**
     * The same in the batch that enters them.
     *
     * @param list<int> $frames
     */
    public function landWith(Batch $batch, array $frames): void
    {
        $of = ['frames' => ArrayLiteral::of($frames)];
        // Whoever gives them another name just now is waited for, and seen by the statement after this one.
        $batch->add('SELECT 1
            FROM frame
            WHERE id = ANY(CAST(:frames AS int[]))
            ORDER BY id FOR SHARE', $of);
        $batch->add(self::owing(
            'frame r JOIN file f ON f.frame_id = r.id JOIN copy c ON c.file_id = f.id',
            "r.id = ANY(CAST(:frames AS int[])) AND EXISTS (SELECT 1 FROM change_before b JOIN change h ON h.id = b.change_id WHERE b.frame_id = r.id AND h.kind = '".ChangeKind::Names->value."') AND NOT EXISTS (SELECT 1 FROM step w WHERE w.copy_id = c.id AND ".self::IS_MOVE.')',
        ), $of);
    }

    /**
     * Frames that are called otherwise now, by no change that is known: what lies elsewhere is to be moved, what was found where it was to be moved is there.
     *
     * @param list<int> $frames
     */
    public function renamed(array $frames): void
    {
        $all = ArrayLiteral::of($frames); // they may be more than a statement takes one by one
        $this->database->executeStatement("UPDATE step w SET state = '".StepState::CalledOff->value."', done_at = now()
            FROM copy c JOIN file f ON f.id = c.file_id
            WHERE w.copy_id = c.id AND w.to_path = c.path AND ".self::WAITS.' AND f.frame_id = ANY(CAST(? AS int[]))', [$all]);
        $this->owe('frame r JOIN file f ON f.frame_id = r.id JOIN copy c ON c.file_id = f.id', 'r.id = ANY(CAST(? AS int[])) AND NOT EXISTS (SELECT 1 FROM step w WHERE w.copy_id = c.id AND '.self::WAITS.')', [$all]);
    }

    /**
     * Copies that a store is owed and that were entered beside their places, for others are to leave these.
     *
     * @param string    $which of frames r, in SQL
     * @param list<int> $of    given to it
     */
    public function strayed(int $store, string $which, array $of): void
    {
        $this->owe('frame r JOIN file f ON f.frame_id = r.id JOIN copy c ON c.file_id = f.id', "$which AND c.store_id = ? AND c.state = '".CopyState::Owed->value."' AND NOT EXISTS (SELECT 1 FROM step w WHERE w.copy_id = c.id AND ".self::WAITS.')', [$of, $store], [ArrayParameterType::INTEGER]);
    }

    /**
     * What is to be moved at a store, in order.
     *
     * @return list<MoveRow>
     */
    public function waiting(int $store, int $after, int $most): array
    {
        return $this->rows('w.store_id = ? AND w.id > ? AND '.self::WAITS." ORDER BY w.id LIMIT $most", $store, $after);
    }

    /**
     * What somebody began to move at a store, and never said what came of it: he was killed, or the drive left.
     *
     * @return list<MoveRow>
     */
    public function begun(int $store): array
    {
        return $this->rows('w.store_id = ? AND w.begun AND '.self::IS_MOVE.' ORDER BY w.id', $store);
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
            // Whoever gives these frames another name just now is waited for, or waits: see frames().
            $this->database->executeStatement('SELECT 1 FROM frame WHERE id IN (SELECT f.frame_id FROM json_to_recordset(?) AS j(copy int) JOIN copy c ON c.id = j.copy JOIN file f ON f.id = c.file_id) ORDER BY id FOR SHARE', [$rows]);
            $this->database->executeStatement('SET CONSTRAINTS copy_place DEFERRED');
            $this->database->executeStatement('UPDATE copy c SET path = j.path, found_path = NULL FROM json_to_recordset(?) AS j(copy int, path text) WHERE c.id = j.copy', [$rows]);
            $this->database->executeStatement("UPDATE step w SET state = '".StepState::Done->value."', done_at = now(), tried_at = now(), because = NULL
                FROM json_to_recordset(?) AS j(step int, copy int, path text, done boolean)
                WHERE w.copy_id = j.copy AND (w.id = j.step AND j.done OR w.to_path = j.path) AND ".self::WAITS, [$rows]); // a step that was called off after it began may have brought it where a later one wants it
            $this->database->executeStatement('UPDATE step SET begun = false WHERE id IN (?)', [$tried], [ArrayParameterType::INTEGER]);
            // They were moved to where they were to be when that began; what is to be elsewhere by now goes on from there.
            $this->owe('json_to_recordset(?) AS j(copy int, done boolean) JOIN copy c ON c.id = j.copy JOIN file f ON f.id = c.file_id JOIN frame r ON r.id = f.frame_id', 'NOT EXISTS (SELECT 1 FROM step w WHERE w.copy_id = c.id AND '.self::WAITS.')', [$rows]);
        });
    }

    /**
     * Steps for copies c of files f of frames r that lie elsewhere than these say.
     *
     * @param string                   $of    in SQL, these
     * @param string                   $which in SQL, which of them
     * @param list<mixed>              $given
     * @param list<ArrayParameterType> $types
     */
    private function owe(string $of, string $which, array $given, array $types = [], ?int $change = null, string $order = 'c.id'): void
    {
        $this->database->executeStatement(self::owing($of, $which, $change, $order), $given, $types);
    }

    /** The statement that owes moves. */
    private static function owing(string $of, string $which, ?int $change = null, string $order = 'c.id'): string
    {
        return 'INSERT INTO step (change_id, copy_id, store_id, kind, from_path, to_path, state, asked_at)
            SELECT '.($change ?? 'NULL').", c.id, c.store_id, '".StepKind::Move->value."', c.path, t.path, '".StepState::Waiting->value."', now()
            FROM $of, LATERAL (SELECT ".self::path('r', 'f')." AS path) t
            WHERE c.path <> t.path AND c.state <> '".CopyState::Left->value."' AND $which
            ORDER BY $order";
    }

    /** @return list<MoveRow> */
    private function rows(string $which, int ...$of): array
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

    /**
     * In SQL: a path at a store, or one beside it where a copy is that is to leave it. What is entered there so is brought to
     * its place when that has left, see landed().
     */
    public static function freePlace(string $store, string $path): string
    {
        return "CASE WHEN EXISTS (SELECT 1 FROM copy px WHERE px.store_id = $store AND px.path = $path) THEN regexp_replace($path, '([^/]*)$', '.\\1.waits') ELSE $path END";
    }

    /** In SQL: where a file f of a frame r is to lie, from a store's root. */
    public static function path(string $frame, string $file): string
    {
        return "CASE WHEN $frame.folder = '' THEN '' ELSE $frame.folder || '/' END || $frame.stem || $file.ending";
    }
}
