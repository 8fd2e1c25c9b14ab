<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Intakes;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception\DriverException;
use VelvetLedger\Server\Persistence\ArrayLiteral;
use VelvetLedger\Server\Persistence\Batch;
use VelvetLedger\Server\Persistence\BatchBeside;
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
        n AS MATERIALIZED (SELECT pg_get_serial_sequence('original', 'id')::regclass AS original, pg_get_serial_sequence('file', 'id')::regclass AS file, pg_get_serial_sequence('copy', 'id')::regclass AS copy),
        r AS MATERIALIZED (
            SELECT t.*, nextval(n.original)::int AS original_id, nextval(n.file)::int AS file FROM n, (
                SELECT j.*, f.shoot_id, f.stem, f.taken_at, own.card_id, 
                    CASE WHEN (f.stamp->>'jpegSidecar')::boolean AND j.bears_jpeg <> j.bears THEN j.bears_jpeg WHEN coalesce((f.stamp->>'dngSidecar')::boolean, f.stamp IS NULL) THEN j.bears_dng ELSE j.bears END AS place
                FROM own, json_to_recordset(:files) AS j(line int, frame int, path text, kind text, bytes bigint, modified bigint, print text, original text, checksum text, size bigint, making text, written json, revision int, bears text, bears_jpeg text, bears_dng text, picture text, sha256 text, ending text, reason text, twin text, twin_agreed bigint, at timestamptz) JOIN frame f ON f.id = j.frame
                ORDER BY j.frame, j.line) t),
        k AS MATERIALIZED (
            SELECT t.*, nextval(n.copy)::int AS copy FROM n, (
                SELECT r.file, r.checksum, j.store, j.path, j.because, j.at
                FROM ROWS FROM (json_to_recordset(:copies) AS (line int, store int, path text, because text, at timestamptz)) WITH ORDINALITY AS j(line, store, path, because, at, place) JOIN r ON r.line = j.line
                ORDER BY r.file, j.place) t),
        o AS (INSERT INTO original (id, card_id, frame_id, path, kind, bytes, modified_at, quick_print, checksum) SELECT original_id, card_id, frame, path, kind, bytes, modified, print, original FROM r),
        f AS (INSERT INTO file (id, frame_id, original_id, making, ending, bytes, checksum, sha256, stamp_revision, written, bears, picture) SELECT file, frame, original_id, making, ending, size, checksum, sha256, revision, written, place, picture FROM r),
        c AS (INSERT INTO copy (id, file_id, store_id, path, state, checksum, proven_at, because) SELECT copy, file, store, path, CASE WHEN at IS NULL THEN 'owed' ELSE 'proven' END, CASE WHEN at IS NOT NULL THEN checksum END, at, because FROM k),
        p AS (INSERT INTO proof (copy_id, checksum, holds, at) SELECT copy, checksum, true, at FROM k WHERE at IS NOT NULL)
        UPDATE receipt_line l SET outcome = 'brought in', reason = r.reason, twin = r.twin, twin_agreed = r.twin_agreed, checksum = r.checksum, proven_at = r.at, quick_print = r.print, file_id = r.file FROM r WHERE l.id = r.line";

    /** That the run was the one that counts, and all its lines were there to be entered. */
    private const ARE_IN = "(SELECT count(*) FROM receipt_line l JOIN intake i ON i.id = l.intake_id WHERE i.id = :intake AND i.run = :run AND l.id = ANY(CAST(:lines AS int[])) AND l.outcome = 'brought in') = :count";

    /** Whether a frame has files now that do not say what they should; asked after they are entered, for whoever settled it just before waits for that. */
    private const TO_STAMP = 'UPDATE frame r SET restamp = t.lacks, stamp_note = CASE WHEN t.lacks THEN r.stamp_note END, stamp_found = CASE WHEN t.lacks THEN r.stamp_found END
        FROM (SELECT r.id, '.StampQueue::LACKS.' AS lacks FROM frame r WHERE r.id = ANY(CAST(:frames AS int[])) AND r.stamp IS NOT NULL) t
        WHERE r.id = t.id AND r.restamp <> t.lacks';

    /** So many lines a plan made for an empty table would be slow with, and it is worth going on while they are entered. */
    private const MANY = 200;

    public function __construct(private Connection $database, private StampEntries $stamps, private MoveRepository $moves, private BatchBeside $beside)
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
        if ([] !== $files) {
            self::own($intake, $run, function () use ($intake, $run, $files, $stores): void {
                $batch = $this->batch($intake, $run, $files, $stores);
                if ($this->beside->isOpen()) {
                    $this->beside($batch);
                    $this->beside->end();
                } else {
                    $batch->carryOut();
                }
            });
        }
    }

    /**
     * Has them entered while this process goes on with the next; areIn() waits for it.
     *
     * @param non-empty-list<BroughtIn> $files
     * @param list<int>                 $stores all of the ledger
     *
     * @return bool false where that is not to be had
     */
    public function comeIn(int $intake, int $run, array $files, array $stores): bool
    {
        if (!$this->beside->isThere()) {
            return false;
        }
        $this->beside->begin($this->batch($intake, $run, $files, $stores));

        return true;
    }

    /**
     * Waits until they are. What it throws of the database says that none is; where the connection broke, they may be.
     *
     * @throws OwnershipLost
     */
    public function areIn(int $intake, int $run): void
    {
        self::own($intake, $run, fn () => $this->beside->end());
    }

    /** Nothing comes in any more for now. */
    public function close(): void
    {
        $this->beside->close();
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
     * Has the prints of lines entered while this process reads the next; none of these are given where that is to be waited for.
     *
     * @param array<int, string> $prints line => quick print
     *
     * @throws OwnershipLost
     */
    public function printed(int $intake, int $run, array $prints = []): void
    {
        self::own($intake, $run, $this->beside->end(...));
        if ([] === $prints) {
            return;
        }
        $rows = array_map(static fn (int $line, string $print): array => ['line' => $line, 'print' => $print], array_keys($prints), $prints);
        $batch = (new Batch($this->database))
            ->add(self::OWN.'
                UPDATE receipt_line l SET quick_print = j.print
                FROM own, json_to_recordset(:prints) AS j(line int, print text)
                WHERE l.id = j.line', ['intake' => $intake, 'run' => $run, 'prints' => json_encode($rows, \JSON_THROW_ON_ERROR)])
            ->unless('EXISTS (SELECT 1 FROM intake WHERE id = :intake AND run = :run)', ['intake' => $intake, 'run' => $run], OwnershipLost::ofRun($intake, $run)->getMessage());
        self::own($intake, $run, fn () => self::MANY <= \count($prints) ? $this->beside($batch) : $batch->carryOut());
    }

    /** Has it carried out while this process goes on, where that is to be had; the one before is waited for. */
    private function beside(Batch $batch): void
    {
        $this->beside->end();
        $this->beside->isThere() ? $this->beside->begin($batch) : $batch->carryOut();
    }

    /**
     * Has the planner look, while this process goes on, at the tables that a receipt of many lines was just entered in, all at once: if it looked while that
     * was under way it found pages without rows in them, takes the tables for empty, and goes through all of them for each row.
     */
    public function countAnew(int $intake): void
    {
        if (self::MANY <= Row::number($this->database->fetchOne('SELECT count(*)
            FROM receipt_line
            WHERE intake_id = ?', [$intake]))) {
            $this->beside((new Batch($this->database))->add('ANALYZE receipt_line, frame'));
        }
    }

    /**
     * @param non-empty-list<BroughtIn> $files
     * @param list<int>                 $stores all of the ledger
     */
    private function batch(int $intake, int $run, array $files, array $stores): Batch
    {
        $rows = array_map(static fn (BroughtIn $file): array => array_filter($file->row(), static fn (mixed $value): bool => null !== $value), $files);
        $copies = array_merge(...array_map(static fn (BroughtIn $file): array => $file->copies(), $files));
        $lines = ArrayLiteral::of(array_map(static fn (BroughtIn $file): int => $file->waiting->line, $files));
        $frames = BroughtIn::frames($files);
        $batch = (new Batch($this->database))->add(self::QUICKLY)
            ->add(self::BROUGHT_IN, ['intake' => $intake, 'run' => $run, 'files' => json_encode($rows, \JSON_THROW_ON_ERROR), 'copies' => json_encode($copies, \JSON_THROW_ON_ERROR)])
            ->unless(self::ARE_IN, ['intake' => $intake, 'run' => $run, 'lines' => $lines, 'count' => \count($files)], OwnershipLost::ofRun($intake, $run)->getMessage());
        $this->stamps->along($batch, array_values(array_filter(array_map(static fn (BroughtIn $file): ?array => $file->sidecar, $files))), $stores);
        $this->moves->landWith($batch, $frames);

        return $batch->add(self::TO_STAMP, ['frames' => ArrayLiteral::of($frames)]);
    }

    /**
     * @param \Closure(): mixed $enter
     *
     * @throws OwnershipLost
     */
    private static function own(int $intake, int $run, \Closure $enter): void
    {
        try {
            $enter();
        } catch (DriverException $failure) {
            throw Batch::REFUSED === $failure->getSQLState() ? OwnershipLost::ofRun($intake, $run) : $failure;
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
