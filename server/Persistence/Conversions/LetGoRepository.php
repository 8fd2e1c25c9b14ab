<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Conversions;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Server\Persistence\Row;

/** Raws that go when their DNGs are proven in their place: which may, and what is entered when they are gone. */
final readonly class LetGoRepository
{
    public function __construct(private Connection $database)
    {
    }

    /** @return list<int> conversions whose raws may go: their DNGs are proven at every store in use that has them, and nothing of their shoot is still to be converted */
    public function mayLetGo(int $most): array
    {
        return Row::numbers($this->database->fetchFirstColumn("SELECT v.id
            FROM conversion v
            WHERE v.state = 'proven' AND v.instead AND NOT v.let_go
            AND NOT EXISTS (SELECT 1 FROM copy c JOIN store s ON s.id = c.store_id WHERE c.file_id = v.dng_id AND c.state NOT IN ('proven', 'left') AND s.role <> 'former')
            AND NOT EXISTS (SELECT 1 FROM conversion w JOIN frame x ON x.id = w.frame_id JOIN frame r ON r.id = v.frame_id WHERE w.state = 'waiting' AND x.shoot_id = r.shoot_id)
            ORDER BY v.id LIMIT ?", [$most]));
    }

    /**
     * @return array{file: int, shoot: int, intake: int, wanted: int, copies: list<array{store: int, path: string, checksum: string, dng: string|null, dngChecksum: string}>}|null
     */
    public function toLetGo(int $id): ?array
    {
        $row = $this->database->fetchAssociative("SELECT v.file_id, v.intake_id, r.shoot_id, coalesce((i.standing_order->'copies'->>'number')::int, 2) AS wanted
            FROM conversion v
            JOIN intake i ON i.id = v.intake_id
            JOIN frame r ON r.id = v.frame_id
            WHERE v.id = ? AND NOT v.let_go", [$id]);
        if (false === $row) {
            return null;
        }
        $int = Row::number(...);
        $text = static fn (mixed $value): string => \is_string($value) ? $value : '';
        $copies = $this->database->fetchAllAssociative("SELECT c.store_id, c.path, f.checksum, d.path AS dng, g.checksum AS dng_checksum
            FROM conversion v
            JOIN file f ON f.id = v.file_id
            JOIN file g ON g.id = v.dng_id
            JOIN copy c ON c.file_id = f.id AND c.state <> 'left'
            JOIN store s ON s.id = c.store_id
            LEFT JOIN copy d ON d.file_id = v.dng_id AND d.store_id = c.store_id
            WHERE v.id = ? AND s.role <> 'former'
            ORDER BY 1", [$id]);

        return ['file' => $int($row['file_id']), 'shoot' => $int($row['shoot_id']), 'intake' => $int($row['intake_id']), 'wanted' => $int($row['wanted']), 'copies' => array_map(static fn (array $copy): array => ['store' => $int($copy['store_id']), 'path' => $text($copy['path']), 'checksum' => $text($copy['checksum']), 'dng' => \is_string($copy['dng']) ? $copy['dng'] : null, 'dngChecksum' => $text($copy['dng_checksum'])], $copies)];
    }

    /**
     * A raw went from some of its stores only.
     *
     * @param list<int> $stores
     */
    public function goneAt(int $file, array $stores): void
    {
        $this->database->executeStatement("UPDATE copy SET state = 'let go', because = 'its DNG is there in its place'
            WHERE file_id = ? AND store_id IN (?)", [$file, $stores], [1 => ArrayParameterType::INTEGER]);
    }

    /** Whether it is this call by which the raw's copies are let go; the lines of its receipts point at its DNG. */
    public function letGo(int $id, int $file): bool
    {
        return $this->database->transactional(function () use ($id, $file): bool {
            if (1 !== $this->database->executeStatement('UPDATE conversion SET let_go = true
                WHERE id = ? AND NOT let_go', [$id])) {
                return false; // another was faster
            }
            $this->database->executeStatement("UPDATE copy SET state = 'let go', because = 'its DNG is there in its place'
                FROM store s
                WHERE s.id = copy.store_id AND s.role <> 'former' AND file_id = ?", [$file]);
            $this->database->executeStatement("UPDATE receipt_line l SET file_id = d.id, name = r.stem || d.ending, checksum = d.checksum, proven_at = v.ended_at, reason = trim(l.reason || ' its DNG is there in its place')
                FROM conversion v
                JOIN file d ON d.id = v.dng_id
                JOIN frame r ON r.id = v.frame_id
                WHERE v.id = ? AND l.file_id = ?", [$id, $file]);

            return true;
        });
    }
}
