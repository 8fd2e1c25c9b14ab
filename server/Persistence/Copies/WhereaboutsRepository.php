<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Copies;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\DBAL\ParameterType;

/** Whether copies are where the ledger left them, and where else files of their bytes were found. */
final readonly class WhereaboutsRepository
{
    public function __construct(private Connection $database)
    {
    }

    /** @return list<CopyRow> of a shoot at a store, to be looked at: with the times that tell whether one was written to since its proof */
    public function toSee(int $store, int $shoot): array
    {
        return CopyRow::all($this->database->fetchAllAssociative('SELECT '.CopyRow::COLUMNS.", floor(extract(epoch FROM c.proven_at))::bigint AS proven_epoch, o.modified_at
            FROM frame r
            JOIN file f ON f.frame_id = r.id
            LEFT JOIN original o ON o.id = f.original_id
            JOIN copy c ON c.file_id = f.id
            WHERE r.shoot_id = ? AND c.store_id = ? AND c.state IN ('proven', 'missing', 'differs')", [$shoot, $store]));
    }

    /** @return list<CopyRow> of a shoot, not where the ledger left them, of which others were found */
    public function foundElsewhere(int $shoot): array
    {
        return CopyRow::all($this->database->fetchAllAssociative('SELECT '.CopyRow::COLUMNS."
            FROM copy c
            JOIN file f ON f.id = c.file_id
            JOIN frame r ON r.id = f.frame_id
            WHERE r.shoot_id = ? AND c.found_path IS NOT NULL AND c.state = 'missing'
            ORDER BY c.store_id, c.path", [$shoot]));
    }

    /** @param array<int, string> $paths copy => where a file of its bytes was found, from its store's root */
    public function wereFound(int $store, int $shoot, array $paths): void
    {
        $rows = array_map(static fn (int $copy, string $path): array => ['copy' => $copy, 'path' => $path], array_keys($paths), $paths);
        $this->database->executeStatement('UPDATE copy c SET found_path = NULL
            FROM file f, frame r
            WHERE f.id = c.file_id AND r.id = f.frame_id AND r.shoot_id = ? AND c.store_id = ? AND c.found_path IS NOT NULL', [$shoot, $store]);
        $this->database->executeStatement('UPDATE copy c SET found_path = j.path, found_at = now()
            FROM json_to_recordset(?) AS j(copy int, path text)
            WHERE c.id = j.copy', [json_encode($rows, \JSON_THROW_ON_ERROR)]);
    }

    /**
     * Which of these paths are a copy's.
     *
     * @param list<string> $paths from the store's root
     *
     * @return array<string, true>
     */
    public function taken(int $store, array $paths): array
    {
        return array_fill_keys(array_filter($this->database->fetchFirstColumn('SELECT path
            FROM copy
            WHERE store_id = ? AND path IN (?)', [$store, $paths], [ParameterType::INTEGER, ArrayParameterType::STRING]), \is_string(...)), true);
    }

    /**
     * These are where they were found, by proofs of just now; all else that was found there is so no more.
     *
     * @param list<Finding> $proven    of bytes that were read where they were found
     * @param list<int>     $otherwise copies of which another file, or none, stands there
     */
    public function moveToFound(array $proven, array $otherwise): void
    {
        $rows = array_map(static fn (Finding $one): array => ['copy' => $one->copy, 'checksum' => $one->checksum, 'at' => $one->at->format('Y-m-d H:i:s.uP')], $proven);
        $this->database->executeStatement("WITH j AS (SELECT * FROM json_to_recordset(?) AS j(copy int, checksum text, at timestamptz)), moved AS (UPDATE copy c SET path = c.found_path, found_path = NULL, state = 'proven', checksum = j.checksum, proven_at = j.at, because = NULL FROM j WHERE c.id = j.copy AND c.found_path IS NOT NULL RETURNING c.id, j.checksum, j.at), mended AS (UPDATE step w SET state = '".StepState::Done->value."', done_at = now() FROM moved WHERE w.copy_id = moved.id AND w.kind = '".StepKind::Mend->value."' AND w.state ".StepState::IS_OWED.')
            INSERT INTO proof (copy_id, checksum, holds, at)
            SELECT id, checksum, true, at
            FROM moved', [json_encode($rows, \JSON_THROW_ON_ERROR)]);
        $this->database->executeStatement("UPDATE copy SET because = 'what was found at ' || found_path || ' is not there any more, or is another file by now', found_path = NULL
            WHERE id IN (?)", [$otherwise], [ArrayParameterType::INTEGER]);
    }
}
