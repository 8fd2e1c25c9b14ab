<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Placing;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Server\Persistence\Copies\CopyRow;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Copies\StepKind;
use VelvetLedger\Server\Persistence\Copies\StepState;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\Row;

/** Of "step" those by which copies leave a store, for as many proven ones as are asked for lie elsewhere. */
final readonly class LeavingRepository
{
    private const WAITS = "w.kind = '".StepKind::Leave->value."' AND w.state ".StepState::IS_OWED;

    /** How many proven copies the order of a frame r asks for, in SQL. */
    private const NUMBER = "coalesce((SELECT (i.standing_order->'copies'->>'number')::int FROM intake i WHERE i.id = r.intake_id), 2)";

    /** Of a file f, in SQL: numbers of stores in use but one, with a proven copy that stays there. */
    private const ELSEWHERE = "SELECT json_agg(g.store_id ORDER BY g.store_id) FROM copy g JOIN store s ON s.id = g.store_id WHERE g.file_id = f.id AND g.store_id <> c.store_id AND g.state = '".CopyState::Proven->value."' AND ".StoreRole::IN_USE." AND NOT EXISTS (SELECT 1 FROM step w WHERE w.copy_id = g.id AND w.kind IN ('".StepKind::Leave->value."', '".StepKind::Remove->value."') AND w.state ".StepState::IS_OWED.')';

    /** Of a shoot h, in SQL: all of its files are proven at a store, given to it, and are not to leave it. */
    private const IS_WHOLE = "NOT EXISTS (SELECT 1 FROM frame r JOIN file f ON f.frame_id = r.id
                WHERE r.shoot_id = h.id AND r.let_go_at IS NULL
                AND NOT EXISTS (SELECT 1 FROM copy y WHERE y.file_id = f.id AND y.state = '".CopyState::LetGo->value."')
                AND NOT EXISTS (SELECT 1 FROM copy c WHERE c.file_id = f.id AND c.store_id = ? AND c.state = '".CopyState::Proven->value."'
                    AND NOT EXISTS (SELECT 1 FROM step w WHERE w.copy_id = c.id AND w.kind = '".StepKind::Leave->value."' AND w.state ".StepState::IS_OWED.')))';

    private const ONLY_AT = 'FROM copy c
            JOIN file f ON f.id = c.file_id
            JOIN frame r ON r.id = f.frame_id
            WHERE c.store_id = ? AND c.state '.CopyState::LIES_THERE." AND r.let_go_at IS NULL
            AND NOT EXISTS (SELECT 1 FROM copy g JOIN store s ON s.id = g.store_id WHERE g.file_id = f.id AND g.store_id <> c.store_id AND g.state = '".CopyState::Proven->value."' AND ".StoreRole::IN_USE.')';

    public function __construct(private Connection $database)
    {
    }

    /** @param list<int> $shoots nobody else has them filed, or leave, until the transaction ends */
    public function lock(array $shoots): void
    {
        $this->database->executeStatement('SELECT 1 FROM shoot WHERE id IN (?) ORDER BY id FOR NO KEY UPDATE', [$shoots], [ArrayParameterType::INTEGER]);
    }

    /**
     * What lies at a store of a shoot, by where else it is proven and by how many copies are asked for.
     *
     * @return list<array{elsewhere: list<int>, number: int, files: int, bytes: int, name: string}> the name is one of theirs, from the store's root
     */
    public function lying(int $store, int $shoot): array
    {
        return array_map(static function (array $columns): array {
            $row = Row::of($columns);

            return ['elsewhere' => Row::numbers(array_values((array) json_decode($row->textOrNull('elsewhere') ?? '[]', true))), 'number' => $row->int('number'), 'files' => $row->int('files'), 'bytes' => $row->int('bytes'), 'name' => $row->text('name')];
        }, $this->database->fetchAllAssociative('SELECT t.elsewhere, t.number, count(*) AS files, sum(t.bytes)::bigint AS bytes, min(t.path) AS name
            FROM (SELECT ('.self::ELSEWHERE.')::text AS elsewhere, '.self::NUMBER.' AS number, f.bytes, c.path
                FROM frame r
                JOIN file f ON f.frame_id = r.id
                JOIN copy c ON c.file_id = f.id
                WHERE r.shoot_id = ? AND c.store_id = ? AND c.state '.CopyState::LIES_THERE.') t
            GROUP BY 1, 2
            ORDER BY 1, 2', [$shoot, $store]));
    }

    /**
     * All that these shoots have at a store is to leave it; what is owed to it is not made.
     *
     * @param list<int> $shoots
     */
    public function ask(int $store, array $shoots): void
    {
        $this->database->executeStatement("UPDATE step w SET state = '".StepState::CalledOff->value."', done_at = now()
            FROM copy c JOIN file f ON f.id = c.file_id JOIN frame r ON r.id = f.frame_id
            WHERE w.copy_id = c.id AND w.store_id = ? AND w.kind = '".StepKind::Mend->value."' AND w.state ".StepState::IS_OWED.' AND r.shoot_id IN (?)', [$store, $shoots], [1 => ArrayParameterType::INTEGER]);
        $this->database->executeStatement("INSERT INTO step (copy_id, store_id, kind, from_path, state, asked_at)
            SELECT c.id, c.store_id, '".StepKind::Leave->value."', c.path, '".StepState::Waiting->value."', now()
            FROM frame r JOIN file f ON f.frame_id = r.id JOIN copy c ON c.file_id = f.id
            WHERE r.shoot_id IN (?) AND c.store_id = ? AND c.state ".CopyState::BELONGS_THERE.'
            ORDER BY c.id
            ON CONFLICT DO NOTHING', [$shoots, $store], [ArrayParameterType::INTEGER]);
    }

    /**
     * What is to leave a store.
     *
     * @return list<LeavingRow> by number, at most $most
     */
    public function waiting(int $store, int $after, int $most): array
    {
        return array_map(static fn (array $row): LeavingRow => new LeavingRow($row), $this->database->fetchAllAssociative('SELECT w.id AS step, '.self::NUMBER.' AS number, ('.self::ELSEWHERE.')::text AS elsewhere, '.CopyRow::COLUMNS.'
            FROM step w
            JOIN copy c ON c.id = w.copy_id
            JOIN file f ON f.id = c.file_id
            JOIN frame r ON r.id = f.frame_id
            WHERE w.store_id = ? AND w.id > ? AND '.self::WAITS."
            ORDER BY w.id LIMIT $most", [$store, $after]));
    }

    /**
     * Copies lie there no more.
     *
     * @param list<LeavingRow> $left
     */
    public function left(array $left): void
    {
        $this->database->executeStatement("WITH gone AS (UPDATE step SET state = '".StepState::Done->value."', done_at = now(), tried_at = now(), because = NULL WHERE id IN (?) RETURNING copy_id)
            UPDATE copy c SET state = '".CopyState::Left->value."', because = 'proven ones lie elsewhere', path = '/left/' || c.id, checksum = NULL, proven_at = NULL, found_path = NULL
            FROM gone
            WHERE c.id = gone.copy_id", [array_map(static fn (LeavingRow $one): int => $one->step, $left)], [ArrayParameterType::INTEGER]);
    }

    /** @return array{int, int}|null files and bytes that left a store with a shoot by what was asked for last; null while any are still to */
    public function isOver(int $store, int $shoot): ?array
    {
        if (false !== $this->database->fetchOne('SELECT 1
            FROM step w
            JOIN copy c ON c.id = w.copy_id
            JOIN file f ON f.id = c.file_id
            JOIN frame r ON r.id = f.frame_id
            WHERE w.store_id = ? AND r.shoot_id = ? AND '.self::WAITS.' LIMIT 1', [$store, $shoot])) {
            return null;
        }
        $row = $this->database->fetchNumeric("WITH done AS MATERIALIZED (
                SELECT w.asked_at, f.bytes
                FROM frame r
                JOIN file f ON f.frame_id = r.id
                JOIN copy c ON c.file_id = f.id AND c.store_id = ?
                JOIN step w ON w.copy_id = c.id AND w.kind = '".StepKind::Leave->value."' AND w.state = '".StepState::Done->value."'
                WHERE r.shoot_id = ?)
            SELECT count(*), coalesce(sum(bytes), 0)::bigint
            FROM done
            WHERE asked_at = (SELECT max(asked_at) FROM done)", [$store, $shoot]);

        return [Row::number($row[0] ?? 0), Row::number($row[1] ?? 0)];
    }

    /** @return array<int, array{files: int, because: string}> store => how many copies of a shoot are still to leave it, and why some have not */
    public function stillThere(int $shoot): array
    {
        $found = [];
        foreach ($this->database->fetchAllNumeric("SELECT w.store_id, count(*), coalesce(min(w.because), '')
            FROM frame r
            JOIN file f ON f.frame_id = r.id
            JOIN copy c ON c.file_id = f.id
            JOIN step w ON w.copy_id = c.id
            WHERE r.shoot_id = ? AND ".self::WAITS.'
            GROUP BY 1
            ORDER BY 1', [$shoot]) as [$store, $files, $because]) {
            $found[Row::number($store)] = ['files' => Row::number($files), 'because' => Row::word($because)];
        }

        return $found;
    }

    /**
     * Shoots that come to a store, of which all is there now.
     *
     * @return list<int>
     */
    public function arrived(int $store): array
    {
        return Row::numbers($this->database->fetchFirstColumn('SELECT h.id
            FROM shoot h
            WHERE h.comes_to = ? AND '.self::IS_WHOLE.'
            ORDER BY 1', [$store, $store]));
    }

    /** Whether all of a shoot is proven at a store, and stays there. */
    public function isWhole(int $store, int $shoot): bool
    {
        return false !== $this->database->fetchOne('SELECT 1 FROM shoot h WHERE h.id = ? AND '.self::IS_WHOLE, [$shoot, $store]);
    }

    /** @return array{int, int} files and bytes that lie at one store, and proven nowhere else */
    public function sumOnlyAt(int $store): array
    {
        $row = $this->database->fetchNumeric('SELECT count(*), coalesce(sum(f.bytes), 0)::bigint '.self::ONLY_AT, [$store]);

        return [Row::number($row[0] ?? 0), Row::number($row[1] ?? 0)];
    }

    /**
     * Files that lie at one store, and proven nowhere else.
     *
     * @return list<array{shoot: int, path: string, bytes: int}>
     */
    public function onlyAt(int $store, int $most): array
    {
        return array_map(static fn (array $row): array => ['shoot' => Row::number($row[0]), 'path' => Row::word($row[1]), 'bytes' => Row::number($row[2])], $this->database->fetchAllNumeric('SELECT r.shoot_id, c.path, f.bytes '.self::ONLY_AT.' ORDER BY c.path LIMIT ?', [$store, $most]));
    }
}
