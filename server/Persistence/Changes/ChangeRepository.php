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
            ChangeKind::Names => 'INSERT INTO change_before (change_id, frame_id, folder, stem, aside_from)
                SELECT ?, f.id, f.folder, f.stem, f.aside_from
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
            WHERE h.shoot_id = ? AND h.taken_back_at IS NULL AND t.frames > 0
            ORDER BY h.id DESC LIMIT 1', [$shoot]);

        return false === $row ? null : new ChangeRow($row);
    }

    /**
     * Where frames lay before anybody changed their places.
     *
     * @param list<int> $frames
     *
     * @return array<int, string> frame => folder from the store's root, of those that were changed
     */
    public function firstFolders(int $shoot, array $frames): array
    {
        $found = [];
        foreach ($this->database->fetchAllNumeric('SELECT DISTINCT ON (b.frame_id) b.frame_id, coalesce(b.aside_from, b.folder)
            FROM change h
            JOIN change_before b ON b.change_id = h.id
            WHERE h.shoot_id = ? AND h.kind = ? AND b.frame_id IN (?)
            ORDER BY b.frame_id, h.id', [$shoot, ChangeKind::Names->value, $frames], [2 => ArrayParameterType::INTEGER]) as [$frame, $folder]) {
            $found[Row::number($frame)] = Row::word($folder);
        }

        return $found;
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
