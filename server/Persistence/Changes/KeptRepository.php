<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Changes;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Capture\CapturedAt;
use VelvetLedger\Core\Keeping\HeldSource;
use VelvetLedger\Core\Keeping\KeptFrame;
use VelvetLedger\Core\Keeping\Standing;
use VelvetLedger\Core\Keeping\Wanted;
use VelvetLedger\Core\Naming\Beside;
use VelvetLedger\Core\Naming\Scope;
use VelvetLedger\Core\Shoot\TimeSource;
use VelvetLedger\Server\Persistence\Row;
use VelvetLedger\Server\Persistence\Shoots\FramesInOrder;

/** Frames as they are kept, with all that names and folders can be made from. */
final readonly class KeptRepository
{
    public function __construct(private Connection $database)
    {
    }

    /**
     * As of(), and nobody changes them until the transaction ends.
     *
     * @param list<int>      $shoots
     * @param list<int>|null $frames of them; null for all
     *
     * @return list<KeptFrame>
     */
    public function locked(array $shoots, ?array $frames): array
    {
        $this->database->executeStatement(FramesInOrder::lock('shoot_id IN (?) AND (? OR id IN (?))'), [$shoots, null === $frames ? 'true' : 'false', $frames ?? [0]], [ArrayParameterType::INTEGER, 2 => ArrayParameterType::INTEGER]);

        return $this->of($shoots, $frames);
    }

    /**
     * @param list<int>      $shoots
     * @param list<int>|null $frames of them; null for all
     *
     * @return list<KeptFrame> those that were not let go for good
     */
    public function of(array $shoots, ?array $frames = null): array
    {
        return array_map(self::frame(...), $this->database->fetchAllAssociative("SELECT r.id, r.folder, r.stem, r.aside_from, r.picked_from, r.shoot_id, r.sequence, r.sequence_scope, r.taken_at, r.subsecond, r.utc_offset, r.time_source, r.clock_correction,
                r.original_name, coalesce(r.body, '') AS body, r.intake_id, r.along, coalesce(o.path, l.path, '') AS card_path, extract(epoch FROM coalesce(i.begun_at, i.asked_at))::bigint AS begun,
                coalesce(r.stamp->'texts'->>'job', '') AS job, coalesce(r.stamp->'texts'->>'event', '') AS event, coalesce(r.stamp->'texts'->>'location', '') AS place, coalesce(e.endings, '[]') AS endings
            FROM frame r
            JOIN intake i ON i.id = r.intake_id
            LEFT JOIN LATERAL (SELECT o.path FROM original o WHERE o.frame_id = r.id ORDER BY o.kind LIKE 'still%' DESC, o.id LIMIT 1) o ON true
            LEFT JOIN LATERAL (SELECT l.path FROM receipt_line l WHERE l.frame_id = r.id AND o.path IS NULL ORDER BY l.kind LIKE 'still%' DESC, l.id LIMIT 1) l ON true
            LEFT JOIN LATERAL (SELECT json_agg(f.ending ORDER BY f.id) AS endings FROM file f WHERE f.frame_id = r.id) e ON true
            WHERE r.shoot_id IN (?) AND (? OR r.id IN (?)) AND r.let_go_at IS NULL
            ORDER BY r.id", [$shoots, null === $frames ? 'true' : 'false', $frames ?? [0]], [ArrayParameterType::INTEGER, 2 => ArrayParameterType::INTEGER]));
    }

    /** @param array<string, mixed> $columns */
    private static function frame(array $columns): KeptFrame
    {
        $row = Row::of($columns);
        $taken = CapturedAt::fromExif($row->text('taken_at'), $row->textOrNull('subsecond'), $row->textOrNull('utc_offset')) ?? CapturedAt::fromFileTime(0);
        $path = $row->text('card_path');

        return new KeptFrame(
            $row->int('id'),
            self::wanted($row),
            Row::words($columns['endings'] ?? null),
            new HeldSource($taken, CapturedAt::fromFileTime($row->int('begun')), $row->text('original_name'), $row->text('body'), str_contains($path, '/') ? \dirname($path) : '', $row->int('intake_id'), $row->bool('along'), new Beside('', '', $row->text('job'), $row->text('event'), $row->text('place'))),
        );
    }

    /** How a frame is called, lies and stands: of "frame", or of "change_before" what it was. */
    public static function wanted(Row $row): Wanted
    {
        $scope = $row->textOrNull('sequence_scope');
        $standing = new Standing($row->int('shoot_id'), $row->intOrNull('sequence'), null === $scope ? null : Scope::from($scope), $row->text('taken_at'), TimeSource::from($row->text('time_source')), $row->int('clock_correction'));

        return new Wanted($row->text('folder'), $row->text('stem'), $row->textOrNull('aside_from'), $row->textOrNull('picked_from'), $standing);
    }
}
