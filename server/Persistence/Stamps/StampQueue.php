<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Stamps;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Stamp\PictureChange;
use VelvetLedger\Core\Transfer\Task;
use VelvetLedger\Core\Transfer\WriterMark;
use VelvetLedger\Server\Persistence\ArrayLiteral;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Copies\MoveRepository;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\Lock;
use VelvetLedger\Server\Persistence\Locks;
use VelvetLedger\Server\Persistence\Row;

/**
 * Frames whose files are to be given their stamp, with these files and their copies.
 *
 * @phpstan-type SaidInShort array{rating: int|null, label: string|null, waits: bool, note: string|null, found: PictureChange|null}
 */
final readonly class StampQueue
{
    private const FRAME = 'r.id, r.shoot_id, r.folder, r.stem, r.stamp, r.stamp_revision, r.original_name, r.camera_time, r.taken_at, r.clock_correction, r.facts, r.intake_id';
    private const ROWS = 'SELECT '.self::FRAME.",
            (SELECT json_agg(json_build_object('id', f.id, 'ending', f.ending, 'making', f.making, 'bytes', f.bytes, 'checksum', f.checksum, 'coming', f.coming, 'revision', f.stamp_revision, 'bears', f.bears, 'picture', f.picture, 'written', f.written, 'sha256', f.sha256 IS NOT NULL, 'modified', o.modified_at, 'original', o.path,
                'copies', (SELECT json_agg(json_build_object('id', c.id, 'store', c.store_id, 'path', c.path, 'state', c.state, 'checksum', c.checksum) ORDER BY c.id) FROM copy c WHERE c.file_id = f.id), 'stores', (SELECT json_agg(c.store_id) FROM copy c JOIN store s ON s.id = c.store_id WHERE c.file_id = f.id AND c.state ".CopyState::BELONGS_THERE.' AND '.StoreRole::IN_USE.')) ORDER BY f.ending, f.id) FROM file f LEFT JOIN original o ON o.id = f.original_id WHERE f.frame_id = r.id) AS files
        FROM frame r';

    /** Nothing of the frame is still on its way from the card. Counted frame by frame, of all its lines: in a ledger that has no figures yet, all lines that wait would be gone through for each. */
    private const IS_IN = "(SELECT count(*) FILTER (WHERE l.outcome = 'waiting' AND i.state IN ('waiting', 'running', 'paused')) FROM receipt_line l JOIN intake i ON i.id = l.intake_id WHERE l.frame_id = r.id) = 0";

    /** A file of the frame does not say yet what it should: by the files that there are, not by what was noted of them. */
    public const LACKS = "(r.stamp IS NOT NULL AND (
            EXISTS (SELECT 1 FROM file f WHERE f.frame_id = r.id AND f.bears = 'inside' AND f.stamp_revision < r.stamp_revision)
            OR (EXISTS (SELECT 1 FROM file f WHERE f.frame_id = r.id AND f.bears IN ('beside', 'itself')) AND coalesce((SELECT max(f.stamp_revision) FROM file f WHERE f.frame_id = r.id AND f.bears = 'itself'), -1) < r.stamp_revision)))";

    /** And the photographer did not say to leave it so. */
    private const OWES = '(r.stamp_left < r.stamp_revision AND '.self::LACKS.')';

    public function __construct(private Connection $database, private Locks $locks)
    {
    }

    /**
     * @param list<int> $of these frames, where any are given
     *
     * @return list<FrameToStamp> by number, at most $most
     */
    public function waiting(int $shoot, int $after, int $most, array $of = []): array
    {
        $only = [] === $of ? '' : ' AND r.id = ANY(CAST(? AS int[]))';

        return array_map(static fn (array $row): FrameToStamp => new FrameToStamp($row), $this->byKey(self::ROWS.' WHERE r.shoot_id = ? AND r.restamp AND r.id > ? AND '.self::IS_IN.' AND NOT '.MoveRepository::IS_ON_ITS_WAY."$only ORDER BY r.id LIMIT $most", [$shoot, $after, ...([] === $of ? [] : [ArrayLiteral::of($of)])]));
    }

    /**
     * Of frames that came in just now: the shoots of those that are to be stamped, and of which nothing is still to come.
     *
     * @param list<int> $frames
     *
     * @return array<int, list<int>> shoot => frames
     */
    public function readyAmong(array $frames): array
    {
        return [] === $frames ? [] : $this->byShoot('r.id = ANY(CAST(? AS int[]))', [ArrayLiteral::of($frames)]);
    }

    /**
     * The same, of all frames that files of an intake are of.
     *
     * @return array<int, list<int>> shoot => frames
     */
    public function readyOf(int $intake): array
    {
        return $this->byShoot("r.id IN (SELECT l.frame_id FROM receipt_line l WHERE l.intake_id = ? AND l.outcome = 'brought in')", [$intake]);
    }

    /**
     * @param list<mixed> $of
     *
     * @return array<int, list<int>> shoot => frames that are to be stamped
     */
    private function byShoot(string $which, array $of): array
    {
        $found = [];
        foreach ($this->byKey("SELECT r.shoot_id, r.id
            FROM frame r
            WHERE $which AND r.restamp AND ".self::IS_IN.'
            ORDER BY 1, 2', $of) as $row) {
            $found[Row::number($row['shoot_id'])][] = Row::number($row['id']);
        }

        return $found;
    }

    /**
     * What the files of an intake's lines are to say.
     *
     * @param list<int> $frames
     *
     * @return array<int, FrameToStamp> by frame
     */
    public function asked(array $frames): array
    {
        $found = [];
        foreach ([] === $frames ? [] : $this->byKey(self::ROWS.' WHERE r.id = ANY(CAST(? AS int[])) AND r.stamp IS NOT NULL', [ArrayLiteral::of($frames)]) as $row) {
            $frame = new FrameToStamp($row);
            $found[$frame->id] = $frame;
        }

        return $found;
    }

    /**
     * Of these frames those that are to say something, have no sidecar, and get the first file that it lies beside just now,
     * and no sidecar from a card.
     *
     * @param list<int> $frames
     *
     * @return array<int, FrameToStamp> by frame, without files
     */
    public function withoutSidecar(array $frames): array
    {
        $found = [];
        foreach ([] === $frames ? [] : $this->byKey('SELECT '.self::FRAME.", NULL AS files
            FROM frame r
            WHERE r.id = ANY(CAST(? AS int[])) AND r.stamp IS NOT NULL
            AND NOT EXISTS (SELECT 1 FROM file f WHERE f.frame_id = r.id AND f.bears IN ('beside', 'itself'))
            AND (SELECT count(*) FILTER (WHERE l.outcome = 'waiting' AND (l.kind = 'still raw' OR lower(l.name) LIKE '%.xmp')) FROM receipt_line l WHERE l.frame_id = r.id) = 1", [ArrayLiteral::of($frames)]) as $row) {
            $frame = new FrameToStamp($row);
            $found[$frame->id] = $frame;
        }

        return $found;
    }

    /** @return list<int> frames of a shoot of which nobody's rights are said: they came in before there was a slip, or without one */
    public function withoutRights(int $shoot): array
    {
        return Row::numbers($this->database->fetchFirstColumn("SELECT id
            FROM frame
            WHERE shoot_id = ? AND NOT along AND aside_from IS NULL
            AND coalesce(stamp->'texts'->>'creator', stamp->'texts'->>'notice', stamp->'texts'->>'usageTerms', stamp->'texts'->>'credit') IS NULL
            ORDER BY id", [$shoot]));
    }

    /** @return list<array{shoot: int, date: string, description: string, waits: bool}> shoots with frames that are to be stamped, or could not be; the latest first */
    public function openShoots(): array
    {
        $found = [];
        foreach ($this->database->fetchAllAssociative('SELECT * FROM (
                SELECT s.id, s.date, s.description,
                    EXISTS (SELECT 1 FROM frame r WHERE r.shoot_id = s.id AND r.restamp) AS waits,
                    EXISTS (SELECT 1 FROM frame r WHERE r.shoot_id = s.id AND r.stamp_note IS NOT NULL AND r.stamp_left < r.stamp_revision) AS noted
                FROM shoot s
            ) t
            WHERE waits OR noted
            ORDER BY date DESC, id DESC') as $columns) {
            $row = Row::of($columns);
            $found[] = ['shoot' => $row->int('id'), 'date' => $row->text('date'), 'description' => $row->text('description'), 'waits' => $row->bool('waits')];
        }

        return $found;
    }

    /** @return list<int> shoots with frames to be stamped, which nothing keeps from it */
    public function shoots(): array
    {
        return Row::numbers($this->database->fetchFirstColumn('SELECT DISTINCT r.shoot_id
            FROM frame r
            WHERE r.restamp AND '.self::IS_IN.' AND NOT '.MoveRepository::IS_ON_ITS_WAY.'
            ORDER BY 1'));
    }

    /**
     * @param list<int> $of these frames only, where any are given
     *
     * @return array<int, SaidInShort> frame => what it says, in short; by what its file said before it came where nothing else was said
     */
    public function ofShoot(int $shoot, array $of = []): array
    {
        $found = [];
        foreach ($this->database->iterateAssociative("SELECT r.id, coalesce(stamp->>'rating', facts->>'rating') AS rating, coalesce(stamp->>'label', facts->'remarks'->>'label') AS label, restamp AND ".self::OWES.' AS waits, CASE WHEN NOT restamp THEN stamp_note END AS stamp_note, stamp_found
            FROM frame r
            WHERE shoot_id = ?'.([] === $of ? '' : ' AND id = ANY(CAST(? AS int[]))'), [$shoot, ...([] === $of ? [] : [ArrayLiteral::of($of)])]) as $row) {
            $found[Row::number($row['id'])] = ['rating' => Row::numberOrNull($row['rating']), 'label' => \is_string($row['label']) ? $row['label'] : null, 'waits' => true === $row['waits'], 'note' => \is_string($row['stamp_note']) ? $row['stamp_note'] : null, 'found' => \is_string($row['stamp_found']) ? PictureChange::tryFrom($row['stamp_found']) : null];
        }

        return $found;
    }

    /**
     * After frames were worked on: each is done with if its files say what they should, or a note says why they do not. What
     * came in or was asked for meanwhile is still to be done.
     *
     * @param list<FrameToStamp>                     $frames
     * @param array<int, array{string, string|null}> $notes  by frame: why files of it do not say what they should, and what came to them, see PictureChange
     */
    public function settle(array $frames, array $notes): void
    {
        $rows = array_map(static fn (FrameToStamp $frame): array => ['id' => $frame->id, 'folder' => $frame->folder, 'stem' => $frame->stem, 'revision' => $frame->revision, 'note' => $notes[$frame->id][0] ?? null, 'found' => $notes[$frame->id][1] ?? null], $frames);
        $ids = ArrayLiteral::of(array_column($rows, 'id'));
        $this->database->transactional(function () use ($rows, $ids): void {
            $this->database->executeStatement('SET LOCAL enable_seqscan = off');
            // Whoever enters a file of a frame holds that frame's row (by its foreign key): then it is waited for here, or waits.
            $this->database->executeStatement('SELECT 1
                FROM frame
                WHERE id = ANY(CAST(? AS int[]))
                ORDER BY id FOR UPDATE', [$ids]);
            $this->database->executeStatement('UPDATE frame r SET restamp = false, stamp_note = j.note, stamp_found = j.found
                FROM json_to_recordset(?) AS j(id int, folder text, stem text, revision int, note text, found text)
                WHERE r.id = ANY(CAST(? AS int[])) AND r.id = j.id AND r.stamp_revision = j.revision
                AND (r.folder, r.stem) = (j.folder, j.stem)
                AND (j.note IS NOT NULL OR NOT '.self::OWES.')', [json_encode($rows, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE), $ids]);
        });
    }

    /** @return array{int, int, int} of a shoot's frames of which a file does not say what it should: to be stamped, with a note why not, left so by the photographer's word */
    public function sums(int $shoot): array
    {
        $row = $this->database->fetchNumeric('SELECT count(*) FILTER (WHERE NOT is_left AND (stamp_note IS NULL OR restamp)), count(*) FILTER (WHERE NOT is_left AND stamp_note IS NOT NULL AND NOT restamp), count(*) FILTER (WHERE is_left)
            FROM (SELECT r.stamp_note, r.restamp, r.stamp_left >= r.stamp_revision AS is_left FROM frame r WHERE r.shoot_id = ? AND '.self::LACKS.') t', [$shoot]);
        $int = static fn (int $column): int => Row::number($row[$column] ?? null);

        return [$int(0), $int(1), $int(2)];
    }

    /** The mark of whoever stamps the files of a shoot, until release(); null where somebody else does. */
    public function take(int $shoot): ?WriterMark
    {
        return $this->locks->take(Lock::Stamps, $shoot) ? $this->locks->newMark(Task::Stamp, $shoot) : null;
    }

    public function release(int $shoot): void
    {
        $this->locks->release(Lock::Stamps, $shoot);
    }

    /**
     * By the keys of what is asked for, also in a ledger so young that the planner has no figures of it.
     *
     * @param list<mixed> $of
     *
     * @return list<array<string, mixed>>
     */
    private function byKey(string $query, array $of): array
    {
        return $this->database->transactional(function () use ($query, $of): array {
            $this->database->executeStatement('SET LOCAL enable_seqscan = off');

            return $this->database->fetchAllAssociative($query, $of);
        });
    }
}
