<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Shoots;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Server\Persistence\ArrayLiteral;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Looks\LookRepository;
use VelvetLedger\Server\Persistence\Row;

/** The frames that lie in a shoot, for a page that shows them all: rows, and no entities with all their copies. */
final readonly class ShownFrameRepository
{
    public function __construct(private Connection $database)
    {
    }

    /**
     * @param int|null $most the first so many only
     *
     * @return list<ShownFrame> in the order they were taken
     */
    public function ofShoot(int $shoot, ?int $most = null): array
    {
        return $this->shown('SELECT * FROM frame r
                    WHERE r.shoot_id = ? AND NOT r.along AND r.aside_from IS NULL AND EXISTS (SELECT 1 FROM file l WHERE l.frame_id = r.id)
                    ORDER BY r.taken_at, r.subsecond, r.id LIMIT ?', [$shoot, $most]);
    }

    /**
     * @param list<int> $frames
     *
     * @return list<ShownFrame> so many of them, in the order they were taken
     */
    public function some(array $frames, int $from, int $most): array
    {
        return $this->shown('SELECT * FROM frame r WHERE r.id IN (?) ORDER BY r.taken_at, r.subsecond, r.id OFFSET ? LIMIT ?', [$frames, $from, $most], [ArrayParameterType::INTEGER]);
    }

    /**
     * @param list<int> $frames
     *
     * @return list<int> so many of them, the latest first
     */
    public function latest(array $frames, int $from, int $most): array
    {
        return Row::numbers($this->database->fetchFirstColumn('SELECT r.id FROM unnest(?::int[]) x JOIN frame r ON r.id = x ORDER BY r.taken_at DESC, r.subsecond DESC, r.id DESC OFFSET ? LIMIT ?', [ArrayLiteral::of($frames), $from, $most]));
    }

    /**
     * @param list<int> $frames
     *
     * @return array<int, list<int>> frames by shoot
     */
    public function byShoot(array $frames): array
    {
        $found = [];
        foreach ($this->database->fetchAllNumeric('SELECT shoot_id, id FROM frame WHERE id IN (?) ORDER BY shoot_id, id', [$frames], [ArrayParameterType::INTEGER]) as [$shoot, $frame]) {
            $found[Row::number($shoot)][] = Row::number($frame);
        }

        return $found;
    }

    /**
     * @param list<mixed>              $of
     * @param list<ArrayParameterType> $types
     *
     * @return list<ShownFrame>
     */
    private function shown(string $frames, array $of, array $types = []): array
    {
        return array_map(static fn (array $row): ShownFrame => new ShownFrame($row), $this->database->fetchAllAssociative('SELECT '.LookRepository::JUDGED.", r.id, r.folder, r.picked_from, r.stem, r.taken_at, r.time_source, coalesce(json_array_length(r.facts->'previews'), 0) > 0 AS has_picture, r.facts->'remarks'->'keywords' AS keywords, f.endings, f.paths, coalesce(f.bytes, 0) AS bytes
            FROM ($frames) r
                LEFT JOIN judgement j ON j.frame_id = r.id,
                LATERAL (SELECT json_agg(t.ending ORDER BY t.rank, t.ending, t.id) AS endings, json_agg(t.path ORDER BY t.rank, t.ending, t.id) AS paths, sum(t.bytes)::bigint AS bytes
                    FROM (SELECT f.id, f.ending, f.bytes, o.path, CASE WHEN o.kind = '".Kind::StillRaw->value."' THEN 0 WHEN o.kind LIKE 'still%' THEN 1 ELSE 2 END AS rank
                        FROM file f LEFT JOIN original o ON o.id = f.original_id
                        WHERE f.frame_id = r.id AND NOT EXISTS (SELECT 1 FROM copy c WHERE c.file_id = f.id AND c.state = '".CopyState::LetGo->value."')) t) f
            ORDER BY r.taken_at, r.subsecond, r.id", $of, $types));
    }
}
