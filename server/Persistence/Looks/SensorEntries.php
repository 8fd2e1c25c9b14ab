<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Looks;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Dng\Headroom;
use VelvetLedger\Server\Persistence\Row;

/** Owns "frame_sensor": what sensors took of the light, of the raws that somebody asked it of. */
final readonly class SensorEntries
{
    public function __construct(private Connection $database)
    {
    }

    public function find(int $frame): ?SensorRow
    {
        $row = $this->database->fetchAssociative('SELECT red, green, blue, stops, because FROM frame_sensor WHERE frame_id = ?', [$frame]);

        return false === $row ? null : new SensorRow($row);
    }

    public function enter(int $frame, ?Headroom $headroom, ?string $because): void
    {
        $this->database->executeStatement('INSERT INTO frame_sensor (frame_id, red, green, blue, stops, because, read_at) VALUES (?, ?, ?, ?, ?, ?, now())
            ON CONFLICT (frame_id) DO UPDATE SET red = excluded.red, green = excluded.green, blue = excluded.blue, stops = excluded.stops, because = excluded.because, read_at = excluded.read_at', [$frame, $headroom?->clipped['R'], $headroom?->clipped['G'], $headroom?->clipped['B'], $headroom?->stops, $because]);
    }

    /** @return list<array{int, string}> proven copies of a frame's raws: store, path from its root; that of its shoot's home first */
    public function raws(int $frame): array
    {
        return array_map(static fn (array $row): array => [Row::number($row[0]), Row::word($row[1])], $this->database->fetchAllNumeric("SELECT s.id, c.path
            FROM file f
            JOIN original o ON o.id = f.original_id AND o.kind = 'still raw'
            JOIN copy c ON c.file_id = f.id AND c.state = 'proven'
            JOIN store s ON s.id = c.store_id
            JOIN frame r ON r.id = f.frame_id
            JOIN shoot h ON h.id = r.shoot_id
            WHERE f.frame_id = ? AND f.making <> 'DNG'
            ORDER BY s.id IS NOT DISTINCT FROM h.home_id DESC, s.id, c.path", [$frame]));
    }
}
