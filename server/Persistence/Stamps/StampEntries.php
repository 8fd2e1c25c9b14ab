<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Stamps;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Stamp\Place;
use VelvetLedger\Core\Transfer\Copied;
use VelvetLedger\Core\Transfer\CouldNotPublish;
use VelvetLedger\Server\Persistence\Batch;
use VelvetLedger\Server\Persistence\Copies\CopyRepository;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Copies\Finding;
use VelvetLedger\Server\Persistence\Copies\MoveRepository;
use VelvetLedger\Server\Persistence\Shoots\Making;

/** Enters what came of stamping: files with new bytes, sidecars that are new, their copies and proofs. */
final readonly class StampEntries
{
    private const FORM = 'frame int, ending text, making text, bytes bigint, checksum text, sha256 text, revision int, written json, bears text, picture text';
    private const COPIES = 'lacks text, frame int, ending text, store int, path text, checksum text, because text, at timestamptz';

    public function __construct(private Connection $database, private CopyRepository $copies, private MoveRepository $moves)
    {
    }

    /**
     * Before any copy is replaced: what the files are about to be. Cut off in between, they are known by it.
     *
     * @param list<StampedFile> $files
     */
    public function coming(array $files): void
    {
        $rows = [];
        foreach ($files as $file) {
            if (null !== $file->file) {
                $rows[] = ['id' => $file->file->id, 'coming' => $file->checksum()];
            }
        }
        if ([] !== $rows) {
            $this->database->executeStatement('UPDATE file f SET coming = j.coming
                FROM json_to_recordset(?) AS j(id int, coming text)
                WHERE f.id = j.id', [json_encode($rows, \JSON_THROW_ON_ERROR)]);
        }
    }

    /** @param list<Finding> $findings of copies that were read to be stamped, and are not as the ledger has them */
    public function enterFindings(array $findings): void
    {
        $this->copies->enter($findings);
    }

    /** Whether a store's copy of a file is one that may be replaced: what is damaged there is mended by itself, not stamped over, and what is to be moved there is moved before. */
    public function isGoodAt(StampedFile $file, int $store): bool
    {
        foreach ($file->file->copies ?? [] as $copy) {
            if ($copy['store'] === $store) {
                return !$copy['bad'] && $copy['path'] === $file->path();
            }
        }

        return true;
    }

    /** @param list<array{StampedFile, Copied}> $done each at every store that its frame belongs at */
    public function stamped(array $done): void
    {
        if ([] !== $done) {
            $this->database->transactional(function () use ($done): void {
                $this->database->executeStatement('SET LOCAL enable_seqscan = off');
                // Copies are locked before their files, and by number, as whoever proves them locks them: nobody waits for one who waits for him.
                $files = array_values(array_filter(array_map(static fn (array $one): ?int => $one[0]->file?->id, $done), \is_int(...)));
                $this->database->executeStatement('SELECT 1
                    FROM copy
                    WHERE file_id IN (?)
                    ORDER BY id FOR NO KEY UPDATE', [$files], [ArrayParameterType::INTEGER]);
                $this->files($done);
                $this->copies($done);
                $this->moves->landed(array_values(array_unique(array_map(static fn (array $one): int => $one[0]->frame->id, $done))));
            });
        }
    }

    /**
     * Sidecars that came in with their raws, in the transaction that enters those, before it looks where their frames landed.
     *
     * @param list<array{StampedFile, Copied}> $done
     * @param list<int>                        $stores that its run goes to
     */
    public function along(Batch $batch, array $done, array $stores): void
    {
        if ([] === $done) {
            return;
        }
        $files = array_map(self::row(...), $done);
        $batch->add('WITH n AS MATERIALIZED (SELECT pg_get_serial_sequence(\'file\', \'id\')::regclass AS file, pg_get_serial_sequence(\'copy\', \'id\')::regclass AS copy),
             r AS MATERIALIZED (SELECT nextval(n.file)::int AS file, j.* FROM n, json_to_recordset(:files) AS j('.self::FORM.')),
             k AS MATERIALIZED (SELECT nextval(n.copy)::int AS copy, t.* FROM n, (
                SELECT r.file, j.* FROM ROWS FROM (json_to_recordset(:copies) AS ('.self::COPIES.')) WITH ORDINALITY AS j(lacks, frame, ending, store, path, checksum, because, at, place) JOIN r ON r.frame = j.frame
                ORDER BY r.file, j.place) t),
             f AS (INSERT INTO file (id, frame_id, making, ending, bytes, checksum, sha256, stamp_revision, written, bears) SELECT file, frame, making, ending, bytes, checksum, sha256, revision, written, bears FROM r),
             c AS (INSERT INTO copy (id, file_id, store_id, path, state, checksum, proven_at, because) SELECT copy, file, store, '.MoveRepository::freePlace('store', 'k.path').", CASE WHEN at IS NULL THEN 'owed' ELSE 'proven' END, CASE WHEN at IS NOT NULL THEN checksum END, at, because FROM k)
             INSERT INTO proof (copy_id, checksum, holds, at) SELECT copy, checksum, true, at FROM k WHERE at IS NOT NULL", ['files' => json_encode($files, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE), 'copies' => json_encode(self::copyRows($done, $stores), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE)]);
    }

    /** @param list<array{StampedFile, Copied}> $done */
    private function files(array $done): void
    {
        $changed = $new = [];
        foreach ($done as $one) {
            [$file] = $one;
            $row = self::row($one);
            null === $file->file ? $new[] = $row : $changed[] = ['id' => $file->file->id] + $row;
        }
        $form = self::FORM;
        $this->database->executeStatement("UPDATE file f SET making = j.making, bytes = j.bytes, checksum = j.checksum, sha256 = j.sha256, stamp_revision = j.revision, written = j.written, picture = coalesce(j.picture, f.picture), coming = NULL
            FROM json_to_recordset(?) AS j(id int, $form)
            WHERE f.id = j.id", [json_encode($changed, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE)]);
        $this->database->executeStatement("INSERT INTO file (frame_id, making, ending, bytes, checksum, sha256, stamp_revision, written, bears)
            SELECT frame, making, ending, bytes, checksum, sha256, revision, written, bears
            FROM json_to_recordset(?) AS r($form)", [json_encode($new, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE)]);
    }

    /**
     * @param array{StampedFile, Copied} $one
     *
     * @return array<string, mixed> as FORM has it
     */
    private static function row(array $one): array
    {
        [$file, $copied] = $one;

        return ['frame' => $file->frame->id, 'ending' => $file->ending, 'making' => $file->making()->value, 'bytes' => $file->bytes(), 'checksum' => $file->checksum(), 'sha256' => $copied->written->sha256, 'revision' => $file->frame->revision, 'written' => $file->written->document(), 'bears' => Place::ofEnding($file->ending, Making::Dng === $file->making() ? $file->frame->stamp->style->ofOurs() : $file->frame->stamp->style)->value, 'picture' => $file->picture];
    }

    /** @param list<array{StampedFile, Copied}> $done */
    private function copies(array $done): void
    {
        $this->database->executeStatement(
            'WITH r AS MATERIALIZED (SELECT j.*, f.id AS file FROM json_to_recordset(?) AS j('.self::COPIES.") JOIN file f ON f.frame_id = j.frame AND f.ending = j.ending),
             u AS (UPDATE copy c SET state = CASE WHEN r.at IS NULL THEN r.lacks ELSE 'proven' END, checksum = CASE WHEN r.at IS NULL THEN c.checksum ELSE r.checksum END, proven_at = coalesce(r.at, c.proven_at), because = r.because
                   FROM r WHERE c.file_id = r.file AND c.store_id = r.store AND (r.at IS NOT NULL OR c.state IN ('proven', 'owed')) RETURNING c.id, r.checksum, r.at),
             i AS (INSERT INTO copy (file_id, store_id, path, state, checksum, proven_at, because) SELECT file, store, ".MoveRepository::freePlace('store', 'r.path').", CASE WHEN at IS NULL THEN 'owed' ELSE 'proven' END, CASE WHEN at IS NOT NULL THEN checksum END, at, because FROM r
                   WHERE NOT EXISTS (SELECT 1 FROM copy c WHERE c.file_id = r.file AND c.store_id = r.store) RETURNING id, checksum, proven_at)
             INSERT INTO proof (copy_id, checksum, holds, at) SELECT id, checksum, true, at FROM u WHERE at IS NOT NULL UNION ALL SELECT id, checksum, true, proven_at FROM i WHERE proven_at IS NOT NULL",
            [json_encode(self::copyRows($done, null), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE)],
        );
    }

    /**
     * @param list<array{StampedFile, Copied}> $done
     * @param list<int>|null                   $stores null for those that each one's frame belongs at
     *
     * @return list<array<string, int|string|null>> as COPIES has it
     */
    private static function copyRows(array $done, ?array $stores): array
    {
        $rows = [];
        foreach ($done as [$file, $copied]) {
            foreach ($stores ?? array_unique([...$file->frame->stores(), ...array_keys($copied->copies)]) as $store) {
                $copy = $copied->copies[$store] ?? null;
                $failure = $copied->failed[$store] ?? null;
                $because = $failure?->getMessage();
                $rows[] = ['lacks' => $failure instanceof CouldNotPublish && $failure->isChanged ? CopyState::Differs->value : CopyState::Owed->value, 'frame' => $file->frame->id, 'ending' => $file->ending, 'store' => $store, 'path' => $file->path(), 'checksum' => $file->checksum(), 'because' => null === $copy ? rtrim($because ?? 'its stamp was changed while the drive was away', '.') : null, 'at' => $copy?->provenAt->format('Y-m-d H:i:s.uP')];
            }
        }

        return $rows;
    }
}
