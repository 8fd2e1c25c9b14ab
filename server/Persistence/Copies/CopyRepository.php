<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Copies;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Transfer\Task;
use VelvetLedger\Core\Transfer\WriterMark;
use VelvetLedger\Server\Persistence\Lock;
use VelvetLedger\Server\Persistence\Locks;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Row;

/** Copies by what is to be done about them: owed, to be proven, bad; and what came of that, with its proof. */
final readonly class CopyRepository
{
    private const ROWS = 'SELECT '.CopyRow::COLUMNS.', coalesce(floor(extract(epoch FROM c.proven_at))::bigint, 0) AS proven_epoch
        FROM copy c
        JOIN file f ON f.id = c.file_id
        JOIN frame r ON r.id = f.frame_id';

    /** Of these: see toProve(). */
    private const TO_PROVE = " WHERE c.store_id = ? AND c.state NOT IN ('owed', 'set aside', 'let go', 'left') AND (?::int IS NULL OR r.shoot_id = ?) AND (?::timestamptz IS NULL OR c.proven_at IS NULL OR c.proven_at <= ?)";

    public function __construct(private Connection $database, private Locks $locks, private StepRepository $steps)
    {
    }

    /** A store that is used again is owed what was changed of files meanwhile. */
    public function oweChanges(int $store): int
    {
        return (int) $this->database->executeStatement("UPDATE copy c SET state = 'owed', because = 'its stamp was changed while this store was not used'
            FROM file f
            WHERE f.id = c.file_id AND c.store_id = ? AND c.state = 'proven' AND c.checksum <> f.checksum", [$store]);
    }

    /** A store that is used no more is owed nothing. What was proven there and is owed a change stays as it was last found. */
    public function forgive(int $store): void
    {
        $this->database->executeStatement("UPDATE copy c SET state = CASE WHEN p.holds THEN 'proven' ELSE 'differs' END, because = CASE WHEN p.holds THEN NULL ELSE c.because END
            FROM (SELECT DISTINCT ON (copy_id) copy_id, holds FROM proof ORDER BY copy_id, at DESC, id DESC) p
            WHERE p.copy_id = c.id AND c.store_id = ? AND c.state = 'owed'", [$store]);
        $this->database->executeStatement("DELETE FROM copy WHERE store_id = ? AND state = 'owed'", [$store]);
        $this->steps->callOff($store);
    }

    /** Files with fewer proven copies at stores in use than the standing order asks for that they came in by. */
    public function short(): int
    {
        $count = $this->database->fetchOne("SELECT count(*) FROM file f JOIN frame r ON r.id = f.frame_id JOIN intake i ON i.id = r.intake_id
            WHERE r.let_go_at IS NULL AND NOT EXISTS (SELECT 1 FROM copy c WHERE c.file_id = f.id AND c.state = 'let go')
            AND (SELECT count(*) FROM copy c JOIN store s ON s.id = c.store_id WHERE c.file_id = f.id AND c.state = 'proven' AND ".StoreRole::IN_USE.") < coalesce((i.standing_order->'copies'->>'number')::int, 2)");

        return Row::number($count);
    }

    /** @return array<int, int> store => how many copies it is owed, where any */
    public function creditors(): array
    {
        $owed = [];
        foreach ($this->database->fetchAllKeyValue("SELECT store_id, sum(copies)
            FROM shoot_copies
            WHERE state = 'owed'
            GROUP BY 1
            HAVING sum(copies) > 0") as $store => $copies) {
            $owed[(int) $store] = Row::number($copies);
        }

        return $owed;
    }

    /** @return list<CopyRow> at most $most, by number */
    public function owed(int $store, int $after, int $most): array
    {
        return $this->rows(self::ROWS." WHERE c.store_id = ? AND c.state = 'owed' AND r.let_go_at IS NULL AND c.id > ? ORDER BY c.id LIMIT $most", [$store, $after]);
    }

    /**
     * Those that were found missing or different, and owed ones that could not be made.
     *
     * @param int|null $store all where it is null
     *
     * @return list<CopyRow>
     */
    public function bad(?int $store = null, ?int $shoot = null, int $most = 500): array
    {
        return $this->rows(self::ROWS.' JOIN store s ON s.id = c.store_id WHERE c.state '.CopyState::IS_BAD.' AND '.StoreRole::IN_USE." AND (?::int IS NULL OR c.store_id = ?) AND (?::int IS NULL OR r.shoot_id = ?) ORDER BY c.store_id, c.path LIMIT $most", [$store, $store, $shoot, $shoot]);
    }

    /**
     * The other copies of files that are proven, the latest proof first.
     *
     * @param list<int> $files
     *
     * @return array<int, list<CopyRow>> by file
     */
    public function proven(array $files): array
    {
        $found = [];
        foreach ($this->rows(self::ROWS." WHERE c.file_id IN (?) AND c.state = 'proven' ORDER BY c.proven_at DESC", [$files], [ArrayParameterType::INTEGER]) as $row) {
            $found[$row->file][] = $row;
        }

        return $found;
    }

    /**
     * Files that are as their cameras wrote them.
     *
     * @param list<int> $files
     *
     * @return array<int, array{string, int, string, string}> by file: path on its card, as PathText; bytes; XXH128; quick print
     */
    public function originals(array $files): array
    {
        $found = [];
        foreach ($this->database->fetchAllNumeric('SELECT f.id, o.path, o.bytes, o.checksum, o.quick_print
            FROM file f
            JOIN original o ON o.id = f.original_id AND o.checksum = f.checksum
            WHERE f.id IN (?)', [$files], [ArrayParameterType::INTEGER]) as [$file, $path, $bytes, $checksum, $print]) {
            $found[Row::number($file)] = [Row::word($path), Row::number($bytes), Row::word($checksum), Row::word($print)];
        }

        return $found;
    }

    /**
     * Copies of frames' files of which no store in use has a good one.
     *
     * @param list<int> $frames
     *
     * @return list<int>
     */
    public function lost(array $frames): array
    {
        return Row::numbers($this->database->fetchFirstColumn('SELECT c.id
            FROM file f
            JOIN copy c ON c.file_id = f.id
            JOIN store s ON s.id = c.store_id
            WHERE f.frame_id IN (?) AND c.state '.CopyState::IS_BAD.' AND '.StoreRole::IN_USE."
            AND NOT EXISTS (SELECT 1 FROM copy g JOIN store s ON s.id = g.store_id WHERE g.file_id = f.id AND g.state = 'proven' AND ".StoreRole::IN_USE.')
            ORDER BY 1', [$frames], [ArrayParameterType::INTEGER]));
    }

    /** @return list<CopyRow> asked to be mended at a store, at most $most, by number */
    public function toMend(int $store, int $after, int $most): array
    {
        return $this->rows(self::ROWS.' WHERE c.store_id = ? AND '.StepRepository::TO_MEND.' AND c.state '.CopyState::IS_BAD." AND c.id > ? ORDER BY c.id LIMIT $most", [$store, $after]);
    }

    /**
     * @param list<int> $ids
     *
     * @return list<CopyRow> those that there are
     */
    public function all(array $ids): array
    {
        return $this->rows(self::ROWS.' WHERE c.id IN (?)', [$ids], [ArrayParameterType::INTEGER]);
    }

    public function find(int $id): CopyRow
    {
        return $this->rows(self::ROWS.' WHERE c.id = ?', [$id])[0] ?? throw NotInLedger::copy($id);
    }

    /**
     * What is to be proven: all of a store, or of one shoot there, by number; or, where a share is asked for, what was proven longest ago.
     *
     * @param string|null $before only what was last proven before then
     *
     * @return list<CopyRow>
     */
    public function toProve(int $store, ?int $shoot, ?string $before, int $after, int $most): array
    {
        return $this->rows(self::ROWS.self::TO_PROVE." AND c.id > ? ORDER BY c.id LIMIT $most", [$store, $shoot, $shoot, $before, $before, $after]);
    }

    /** When those were last proven whose turn it is, if a share of 1/$days is proven each night. */
    public function turn(int $store, int $days): ?string
    {
        $at = $this->database->fetchOne("SELECT max(t.proven_at)
            FROM (SELECT proven_at FROM copy WHERE store_id = ? AND state = 'proven' ORDER BY proven_at LIMIT greatest(1, (SELECT ceil(coalesce(sum(copies), 0) / ?::numeric)::int FROM shoot_copies WHERE store_id = ? AND state = 'proven'))) t", [$store, $days, $store]);

        return \is_string($at) ? $at : null;
    }

    /** @return list<string> folders that copies at a store lie in, all of them or those of a shoot, from the store's root */
    public function folders(int $store, ?int $shoot): array
    {
        return array_values(array_filter($this->database->fetchFirstColumn("SELECT DISTINCT regexp_replace(c.path, '/?[^/]*$', '')
            FROM copy c
            JOIN file f ON f.id = c.file_id
            JOIN frame r ON r.id = f.frame_id
            WHERE c.store_id = ? AND c.state ".CopyState::LIES_THERE.'
            AND (?::int IS NULL OR r.shoot_id = ?)
            ORDER BY 1', [$store, $shoot, $shoot]), \is_string(...)));
    }

    /** @return array{int, int} files, bytes */
    public function sumToProve(int $store, ?int $shoot, ?string $before): array
    {
        $row = $this->database->fetchNumeric('SELECT count(*), coalesce(sum(f.bytes), 0)
            FROM copy c
            JOIN file f ON f.id = c.file_id
            JOIN frame r ON r.id = f.frame_id'.self::TO_PROVE, [$store, $shoot, $shoot, $before, $before]);

        return [Row::number($row[0] ?? null), Row::number($row[1] ?? null)];
    }

    /**
     * Enters that copies were read from their medium: each as it is, and its proof. What was found of a file that was stamped
     * anew meanwhile counts only if it is so of the file as it is now.
     *
     * @param list<Finding> $findings
     */
    public function enter(array $findings): void
    {
        if ([] === $findings) {
            return;
        }
        $rows = array_map(static fn (Finding $finding): array => ['copy' => $finding->copy, 'state' => $finding->state->value, 'checksum' => $finding->checksum, 'because' => $finding->because, 'path' => $finding->path, 'moves' => $finding->whileItMoves, 'at' => $finding->at->format('Y-m-d H:i:s.uP')], $findings);
        $this->database->executeStatement(
            "WITH r AS MATERIALIZED (SELECT j.* FROM json_to_recordset(?) AS j(copy int, state text, checksum text, because text, path text, moves boolean, at timestamptz) JOIN copy c ON c.id = j.copy JOIN file f ON f.id = c.file_id WHERE c.state NOT IN ('let go', 'left') AND (j.path IS NULL OR j.path = c.path) AND (j.moves OR j.state <> 'missing' OR NOT EXISTS (SELECT 1 FROM step w WHERE w.copy_id = c.id AND w.kind IN ('".StepKind::Move->value."', '".StepKind::Remove->value."') AND w.state ".StepState::IS_OWED."))
                AND NOT (j.state = 'proven' AND j.checksum <> f.checksum) AND NOT (j.state = 'differs' AND j.checksum IS NOT NULL AND (j.checksum = f.checksum OR j.checksum = coalesce(f.coming, '') OR c.state = 'owed')) AND NOT (j.state = 'owed' AND c.state <> 'owed') ORDER BY c.id FOR NO KEY UPDATE OF c),
             m AS (UPDATE step w SET state = '".StepState::Done->value."', done_at = now() FROM r WHERE w.copy_id = r.copy AND w.kind = '".StepKind::Mend->value."' AND w.state ".StepState::IS_OWED.' AND r.state NOT '.CopyState::IS_BAD."),
             p AS (INSERT INTO proof (copy_id, checksum, holds, at) SELECT copy, checksum, state = 'proven', at FROM r WHERE checksum IS NOT NULL)
             UPDATE copy c SET state = r.state, checksum = coalesce(r.checksum, c.checksum), because = CASE WHEN c.state = r.state AND c.checksum = r.checksum THEN coalesce(c.because, r.because) ELSE r.because END, proven_at = CASE WHEN r.state = 'proven' THEN r.at ELSE c.proven_at END FROM r WHERE c.id = r.copy",
            [json_encode($rows, \JSON_THROW_ON_ERROR)],
        );
    }

    /**
     * What the shoots of a store come to, added up once more: the ledger's own sums are proven with its copies.
     *
     * @return int sums that were not so
     */
    public function addUpAgain(int $store, ?int $shoot): int
    {
        $count = $this->database->fetchOne('SELECT count(*)
            FROM (SELECT id FROM shoot s WHERE (?::int IS NULL OR id = ?) AND EXISTS (SELECT 1 FROM shoot_copies c WHERE c.shoot_id = s.id AND c.store_id = ?) ORDER BY id) t
            WHERE add_up_shoot(t.id)', [$shoot, $shoot, $store]);

        return Row::number($count);
    }

    /** The mark of whoever works on a store's owed and bad copies, until release(); null where somebody else does. */
    public function take(int $store): ?WriterMark
    {
        return $this->locks->take(Lock::Copies, $store) ? $this->locks->newMark(Task::MakeCopies, $store) : null;
    }

    /** Whether anybody makes a store's owed copies, or mends there, just now. */
    public function isWorkedOn(int $store): bool
    {
        return $this->locks->isTaken(Lock::Copies, $store);
    }

    public function release(int $store): void
    {
        $this->locks->release(Lock::Copies, $store);
    }

    /**
     * @param list<mixed>              $of
     * @param list<ArrayParameterType> $types
     *
     * @return list<CopyRow>
     */
    private function rows(string $query, array $of, array $types = []): array
    {
        return CopyRow::all($this->database->fetchAllAssociative($query, $of, $types));
    }
}
