<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Intakes;

use Doctrine\DBAL\Connection;
use VelvetLedger\Server\Persistence\Copies\MoveRepository;
use VelvetLedger\Server\Persistence\Row;
use VelvetLedger\Server\Persistence\Stamps\StampEntries;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;

/**
 * Enters what came of a receipt's lines, many in one statement: each line, its original, file, copies and proofs and the
 * shoots' sums come about together or not at all, and only while the run is the one that counts. Beside Doctrine's unit
 * of work, for it is done for every file of a card.
 */
final readonly class Entries
{
    private const OWN = 'WITH own AS (SELECT id, card_id FROM intake WHERE id = :intake AND run = :run FOR UPDATE)';

    /**
     * Everything is looked up by its key, also in a ledger so young that the planner has no figures of it; and the drive is not
     * waited for: a row that a power cut takes back is entered again, by the file that stands published; see docs/copying.md.
     */
    private const QUICKLY = 'SET LOCAL enable_seqscan = off; SET LOCAL synchronous_commit = off';

    private const BROUGHT_IN = self::OWN.",
        r AS MATERIALIZED (
            SELECT t.*, nextval(pg_get_serial_sequence('original', 'id'))::int AS original_id, nextval(pg_get_serial_sequence('file', 'id'))::int AS file FROM (
                SELECT j.*, f.shoot_id, f.stem, f.taken_at, own.card_id, 
                    CASE WHEN (f.stamp->>'jpegSidecar')::boolean AND j.bears_jpeg <> j.bears THEN j.bears_jpeg WHEN coalesce((f.stamp->>'dngSidecar')::boolean, f.stamp IS NULL) THEN j.bears_dng ELSE j.bears END AS place
                FROM own, json_to_recordset(:files) AS j(line int, frame int, path text, kind text, bytes bigint, modified bigint, print text, original text, checksum text, size bigint, making text, written json, revision int, bears text, bears_jpeg text, bears_dng text, picture text, sha256 text, ending text, reason text, twin text, twin_agreed bigint, at timestamptz) JOIN frame f ON f.id = j.frame
                ORDER BY j.frame, j.line) t),
        k AS MATERIALIZED (
            SELECT t.*, nextval(pg_get_serial_sequence('copy', 'id'))::int AS copy FROM (
                SELECT r.file, r.checksum, j.store, j.path, j.because, j.at
                FROM ROWS FROM (json_to_recordset(:copies) AS (line int, store int, path text, because text, at timestamptz)) WITH ORDINALITY AS j(line, store, path, because, at, place) JOIN r ON r.line = j.line
                ORDER BY r.file, j.place) t),
        o AS (INSERT INTO original (id, card_id, frame_id, path, kind, bytes, modified_at, quick_print, checksum) SELECT original_id, card_id, frame, path, kind, bytes, modified, print, original FROM r),
        f AS (INSERT INTO file (id, frame_id, original_id, making, ending, bytes, checksum, sha256, stamp_revision, written, bears, picture) SELECT file, frame, original_id, making, ending, size, checksum, sha256, revision, written, place, picture FROM r),
        c AS (INSERT INTO copy (id, file_id, store_id, path, state, checksum, proven_at, because) SELECT copy, file, store, path, CASE WHEN at IS NULL THEN 'owed' ELSE 'proven' END, CASE WHEN at IS NOT NULL THEN checksum END, at, because FROM k),
        p AS (INSERT INTO proof (copy_id, checksum, holds, at) SELECT copy, checksum, true, at FROM k WHERE at IS NOT NULL)
        UPDATE receipt_line l SET outcome = 'brought in', reason = r.reason, twin = r.twin, twin_agreed = r.twin_agreed, checksum = r.checksum, proven_at = r.at, quick_print = r.print, file_id = r.file FROM r WHERE l.id = r.line";

    /** Whether a frame has files now that do not say what they should; asked after they are entered, for whoever settled it just before waits for that. */
    private const TO_STAMP = 'UPDATE frame r SET restamp = t.lacks, stamp_note = CASE WHEN t.lacks THEN r.stamp_note END, stamp_found = CASE WHEN t.lacks THEN r.stamp_found END
        FROM (SELECT r.id, '.StampQueue::LACKS.' AS lacks FROM frame r WHERE r.id = ANY(CAST(? AS int[])) AND r.stamp IS NOT NULL) t
        WHERE r.id = t.id AND r.restamp <> t.lacks';

    /** Lines of a receipt that a plan made for an empty table would be slow with. */
    private const MANY = 200;

    public function __construct(private Connection $database, private StampEntries $stamps, private MoveRepository $moves)
    {
    }

    /**
     * @param list<BroughtIn> $files
     * @param list<int>       $stores all of the ledger
     *
     * @throws OwnershipLost
     */
    public function broughtIn(int $intake, int $run, array $files, array $stores): void
    {
        if ([] === $files) {
            return;
        }
        $rows = array_map(static fn (BroughtIn $file): array => $file->row(), $files);
        $copies = array_merge(...array_map(static fn (BroughtIn $file): array => $file->copies(), $files));
        $values = ['files' => json_encode($rows, \JSON_THROW_ON_ERROR), 'copies' => json_encode($copies, \JSON_THROW_ON_ERROR)];
        $this->database->transactional(function () use ($intake, $run, $values, $files, $stores): void {
            $this->database->executeStatement(self::QUICKLY);
            $this->enter(self::BROUGHT_IN, $intake, $run, $values, \count($files));
            $this->stamps->along(array_values(array_filter(array_map(static fn (BroughtIn $file): ?array => $file->sidecar, $files))), $stores);
            $frames = array_values(array_unique(array_filter(array_map(static fn (BroughtIn $file): ?int => $file->frame(), $files), \is_int(...))));
            $this->moves->landed($frames);
            $this->database->executeStatement(self::TO_STAMP, ['{'.implode(',', $frames).'}']);
        });
    }

    /**
     * The ledger came to hold it by another way; it is a file of no frame here any more.
     *
     * @throws OwnershipLost
     */
    public function isHeld(int $intake, int $run, WaitingFile $waiting, string $reason): void
    {
        $this->enter(self::OWN."
            UPDATE receipt_line l SET outcome = 'held', reason = :reason, frame_id = NULL
            FROM own
            WHERE l.id = :line", $intake, $run, ['line' => $waiting->line, 'reason' => $reason]);
        // A frame of which nothing waits or came in gives its name and number back.
        $this->database->executeStatement(
            "DELETE FROM frame f
                WHERE f.id = ?
                AND NOT EXISTS (SELECT 1 FROM original o WHERE o.frame_id = f.id)
                AND NOT EXISTS (SELECT 1 FROM receipt_line l WHERE l.frame_id = f.id AND l.outcome IN ('waiting', 'failed', 'unreadable'))",
            [$waiting->frame],
        );
    }

    /** @throws OwnershipLost */
    public function failed(int $intake, int $run, WaitingFile $waiting, string $because, bool $isUnreadable = false): void
    {
        $this->enter(self::OWN.'
            UPDATE receipt_line l SET outcome = :outcome, reason = :reason
            FROM own
            WHERE l.id = :line', $intake, $run, ['line' => $waiting->line, 'outcome' => $isUnreadable ? 'unreadable' : 'failed', 'reason' => $because]);
    }

    /**
     * @param array<int, string> $prints line => quick print
     *
     * @throws OwnershipLost
     */
    public function printed(int $intake, int $run, array $prints): void
    {
        if ([] !== $prints) {
            $rows = array_map(static fn (int $line, string $print): array => ['line' => $line, 'print' => $print], array_keys($prints), $prints);
            $this->enter(self::OWN.'
                UPDATE receipt_line l SET quick_print = j.print
                FROM own, json_to_recordset(:prints) AS j(line int, print text)
                WHERE l.id = j.line', $intake, $run, ['prints' => json_encode($rows, \JSON_THROW_ON_ERROR)], \count($prints));
        }
    }

    /**
     * Has the planner look at the tables that a receipt of many lines was just entered in, all at once: if it looked while that
     * was under way it found pages without rows in them, takes the tables for empty, and goes through all of them for each row.
     */
    public function countAnew(int $intake): void
    {
        if (self::MANY <= Row::number($this->database->fetchOne('SELECT count(*)
            FROM receipt_line
            WHERE intake_id = ?', [$intake]))) {
            $this->database->executeStatement('ANALYZE receipt_line, frame');
        }
    }

    /** @param array<string, int|string|null> $values */
    private function enter(string $statement, int $intake, int $run, array $values, int $lines = 1): void
    {
        if ($lines !== (int) $this->database->executeStatement($statement, ['intake' => $intake, 'run' => $run] + $values)) {
            throw OwnershipLost::ofRun($intake, $run);
        }
    }
}
