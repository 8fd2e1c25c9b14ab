<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Changes;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Server\Persistence\Row;

/** Owns "change" and "change_before": what people changed of frames, when and from where, and how these were before, so that the last one can be taken back. */
final readonly class ChangeRepository
{
    public function __construct(private Connection $database)
    {
    }

    /**
     * Enters a change and how its frames are before it; whoever enters it has locked them.
     *
     * @param list<int> $frames
     *
     * @return int its number
     */
    public function enter(ChangeKind $kind, AskedBy $by, int $shoot, string $what, array $frames): int
    {
        $id = Row::number($this->database->fetchOne('INSERT INTO change (kind, asked_by, shoot_id, at, what, frames)
            VALUES (?, ?, ?, now(), ?, ?)
            RETURNING id', [$kind->value, $by->value, $shoot, $what, \count($frames)]));
        $this->database->executeStatement(match ($kind) {
            ChangeKind::Stamps => "INSERT INTO change_before (change_id, frame_id, stamp, keywords)
                SELECT ?, f.id, f.stamp, coalesce((SELECT json_agg(k.keyword_id) FROM frame_keyword k WHERE k.frame_id = f.id), '[]')
                FROM frame f
                WHERE f.id IN (?)",
            ChangeKind::Names => 'INSERT INTO change_before (change_id, frame_id, folder, stem, aside_from, picked_from, shoot_id, sequence, sequence_scope, taken_at, time_source, clock_correction)
                SELECT ?, f.id, f.folder, f.stem, f.aside_from, f.picked_from, f.shoot_id, f.sequence, f.sequence_scope, f.taken_at, f.time_source, f.clock_correction
                FROM frame f
                WHERE f.id IN (?)',
        }, [$id, $frames], [1 => ArrayParameterType::INTEGER]);

        return $id;
    }

    /** The last change of a shoot that was not taken back, of frames that are not all let go since. */
    public function last(int $shoot): ?ChangeRow
    {
        $row = $this->database->fetchAssociative('SELECT h.id, h.kind, h.what, t.frames
            FROM change h, LATERAL (SELECT count(DISTINCT b.frame_id) AS frames FROM change_before b JOIN frame f ON f.id = b.frame_id WHERE b.change_id = h.id AND f.let_go_at IS NULL) t
            WHERE (h.shoot_id = ? OR EXISTS (SELECT 1 FROM change_of_shoot o WHERE o.change_id = h.id AND o.shoot_id = ?)) AND h.taken_back_at IS NULL AND (t.frames > 0 OR h.frames = 0)
            ORDER BY h.id DESC LIMIT 1', [$shoot, $shoot]);

        return false === $row ? null : new ChangeRow($row);
    }

    /** Nobody else takes a change of the shoot back until the transaction ends. */
    public function lock(int $shoot): void
    {
        $this->database->executeStatement('SELECT id FROM change WHERE shoot_id = ? ORDER BY id FOR UPDATE', [$shoot]);
    }

    public function takenBack(int $change): void
    {
        $this->database->executeStatement('UPDATE change SET taken_back_at = now() WHERE id = ?', [$change]);
    }
}
