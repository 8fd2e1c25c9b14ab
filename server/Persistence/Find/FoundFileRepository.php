<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Find;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Row;

/** Where the files of frames lie, as the ledger has it, for who passes them on to other programs. */
final readonly class FoundFileRepository
{
    private const AT_ONCE = 2000;

    public function __construct(private Connection $database)
    {
    }

    /**
     * @param list<int> $frames
     *
     * @return iterable<array{id: int, name: string, takenAt: string, shoot: string, copies: list<array{store: int, path: string, file: int}>}> in order of time within lumps of 2,000; copies that lie there, file by file, those at the shoot's home first
     */
    public function of(array $frames): iterable
    {
        foreach (array_chunk($frames, self::AT_ONCE) as $some) {
            foreach ($this->database->fetchAllAssociative("SELECT r.id, r.stem, r.taken_at, h.folder, (
                    SELECT coalesce(json_agg(json_build_object('store', c.store_id, 'path', c.path, 'file', f.id) ORDER BY f.ending, f.id, c.store_id <> h.home_id, c.store_id), '[]')
                    FROM file f JOIN copy c ON c.file_id = f.id AND c.state = '".CopyState::Proven->value."' WHERE f.frame_id = r.id) AS copies
                FROM frame r JOIN shoot h ON h.id = r.shoot_id
                WHERE r.id IN (?)
                ORDER BY r.taken_at, r.subsecond, r.id", [$some], [ArrayParameterType::INTEGER]) as $columns) {
                $row = Row::of($columns);
                $copies = json_decode($row->text('copies'), true);
                $found = [];
                foreach (\is_array($copies) ? $copies : [] as $copy) {
                    if (\is_array($copy) && \is_int($copy['store']) && \is_string($copy['path']) && \is_int($copy['file'])) {
                        $found[] = ['store' => $copy['store'], 'path' => $copy['path'], 'file' => $copy['file']];
                    }
                }
                yield ['id' => $row->int('id'), 'name' => $row->text('stem'), 'takenAt' => $row->text('taken_at'), 'shoot' => $row->text('folder'), 'copies' => $found];
            }
        }
    }

    /**
     * Of each frame the file that shows it: a rendered still, else a DNG, else the raw.
     *
     * @param list<int> $frames
     *
     * @return array<int, array{name: string, checksum: string, paths: array<int, string>}> by frame; paths by store, its home first
     */
    public function pictures(array $frames): array
    {
        $found = [];
        foreach (array_chunk($frames, self::AT_ONCE) as $some) {
            foreach ($this->database->fetchAllAssociative("SELECT DISTINCT ON (r.id, c.store_id) r.id, r.stem || f.ending AS name, f.checksum, c.store_id, c.path, c.store_id = h.home_id AS home
                FROM frame r JOIN shoot h ON h.id = r.shoot_id
                JOIN LATERAL (SELECT f.id, f.ending, f.checksum FROM file f LEFT JOIN original o ON o.id = f.original_id
                    WHERE f.frame_id = r.id AND EXISTS (SELECT 1 FROM copy c WHERE c.file_id = f.id AND c.state = '".CopyState::Proven->value."') AND (o.kind LIKE 'still%' OR lower(f.ending) = '.dng')
                    ORDER BY lower(f.ending) <> '.dng' AND o.kind = 'still rendered' DESC, lower(f.ending) = '.dng' DESC, f.id LIMIT 1) f ON true
                JOIN copy c ON c.file_id = f.id AND c.state = '".CopyState::Proven->value."'
                WHERE r.id IN (?)
                ORDER BY r.id, c.store_id", [$some], [ArrayParameterType::INTEGER]) as $columns) {
                $row = Row::of($columns);
                $paths = $found[$row->int('id')]['paths'] ?? [];
                $found[$row->int('id')] = ['name' => $row->text('name'), 'checksum' => $row->text('checksum'), 'paths' => $row->bool('home') ? [$row->int('store_id') => $row->text('path')] + $paths : $paths + [$row->int('store_id') => $row->text('path')]];
            }
        }

        return $found;
    }
}
