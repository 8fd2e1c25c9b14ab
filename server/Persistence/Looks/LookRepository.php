<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Looks;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\DBAL\ParameterType;
use VelvetLedger\Core\Hint\PerceptualPrint;
use VelvetLedger\Core\Hint\Sharpness;
use VelvetLedger\Core\Hint\Shot;
use VelvetLedger\Core\Look\Judgement;
use VelvetLedger\Core\Look\Likeness;
use VelvetLedger\Core\Look\LookedAt;
use VelvetLedger\Core\Look\Lot;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Row;

/** Finds the frames of a sitting, and how they are judged. */
final readonly class LookRepository
{
    /** How a frame is judged, and, where it never was, what it came with: see JudgedFrame. */
    public const JUDGED = "j.decision, j.stars, j.label, coalesce(j.turned, 0) AS turned, coalesce(j.revision, 0) AS revision, CASE WHEN j.frame_id IS NULL THEN coalesce((r.stamp->>'rating')::int, (r.facts->>'rating')::int) END AS came_rating, CASE WHEN j.frame_id IS NULL THEN coalesce(r.stamp->>'label', r.facts->'remarks'->>'label') END AS came_label";

    public function __construct(private Connection $database)
    {
    }

    /** @return list<JudgedFrame> in the order they were taken */
    public function frames(Lot $lot): array
    {
        [$where, $of, $type] = self::where($lot);

        return array_map(static fn (array $row): JudgedFrame => new JudgedFrame($row), $this->database->fetchAllAssociative('SELECT '.self::JUDGED.", r.id, r.shoot_id, r.stem, r.taken_at, r.body, r.serial, r.lens, (r.facts->>'rating')::int AS card_rating, r.facts->'remarks'->>'label' AS card_label, coalesce(json_array_length(r.facts->'previews'), 0) > 0 AS has_picture,
                (SELECT json_agg(f.ending ORDER BY f.ending, f.id) FROM file f WHERE f.frame_id = r.id AND f.original_id IS NOT NULL AND NOT EXISTS (SELECT 1 FROM copy c WHERE c.file_id = f.id AND c.state = '".CopyState::LetGo->value."')) AS endings
            FROM frame r
            LEFT JOIN judgement j ON j.frame_id = r.id
            WHERE $where
            ORDER BY r.taken_at, r.subsecond, r.id", [$of], [$type]));
    }

    public function pickedCalled(int $number): string
    {
        $called = $this->database->fetchOne('SELECT called FROM look_picked WHERE id = ?', [$number]);

        return \is_string($called) ? $called : '';
    }

    /** @return list<LookedAt> the same, and no more of each than how it is judged; what is set aside among them, if wished */
    public function looked(Lot $lot, bool $withAside = false): array
    {
        [$where, $of, $type] = self::where($lot, $withAside);

        return array_map(static fn (array $columns): LookedAt => JudgedFrame::looked(Row::of($columns)), $this->database->fetchAllAssociative('SELECT '.self::JUDGED.", r.id, r.body, r.serial, r.lens
            FROM frame r
            LEFT JOIN judgement j ON j.frame_id = r.id
            WHERE $where
            ORDER BY r.taken_at, r.subsecond, r.id", [$of], [$type]));
    }

    /**
     * @param list<int> $frames
     *
     * @return list<LookedAt>
     */
    public function of(array $frames): array
    {
        return array_map(static fn (array $columns): LookedAt => JudgedFrame::looked(Row::of($columns)), $this->database->fetchAllAssociative('SELECT '.self::JUDGED.', r.id, r.body, r.serial, r.lens
            FROM frame r
            LEFT JOIN judgement j ON j.frame_id = r.id
            WHERE r.id IN (?)
            ORDER BY r.id', [$frames], [ArrayParameterType::INTEGER]));
    }

    /**
     * @param list<int> $frames
     *
     * @return list<int> those that are of it
     */
    public function among(Lot $lot, array $frames): array
    {
        [$where, $of, $type] = self::where($lot);

        return [] === $frames ? [] : Row::numbers($this->database->fetchFirstColumn("SELECT r.id
            FROM frame r
            WHERE $where AND r.id IN (?)", [$of, $frames], [$type, ArrayParameterType::INTEGER]));
    }

    /** @return list<Likeness> what tells which of them belong together, in the order they were taken */
    public function likeness(Lot $lot): array
    {
        [$where, $of, $type] = self::where($lot);

        return array_map(static function (array $columns): Likeness {
            $row = Row::of($columns);
            $camera = $row->textOrNull('camera_time');
            $regions = json_decode($row->textOrNull('sharpness') ?? '[]', true);
            $print = $row->textOrNull('print');

            return new Likeness(
                $row->int('id'),
                new Shot($row->int('id'), $row->textOrNull('body').'|'.$row->textOrNull('serial'), Shot::seconds($camera ?? $row->text('taken_at'), $row->textOrNull('subsecond')), $row->float('bias'), null !== $camera),
                null === $print ? null : PerceptualPrint::ofBits($print),
                Sharpness::ofRegions(array_values(array_map(static fn (mixed $one): ?int => \is_int($one) ? $one : null, \is_array($regions) ? $regions : [])))->best(),
            );
        }, $this->database->fetchAllAssociative("SELECT r.id, r.body, r.serial, r.camera_time, r.taken_at, r.subsecond, coalesce((r.facts->>'exposureBiasEv')::float, 0) AS bias, m.print, m.sharpness
            FROM frame r
            LEFT JOIN frame_measurement m ON m.frame_id = r.id
            WHERE $where
            ORDER BY r.taken_at, r.subsecond, r.id", [$of], [$type]));
    }

    /**
     * Files at their shoots' homes that say how frames are judged, as the ledger last read them there.
     *
     * @return iterable<array{frame: int, store: int, path: string, bytes: int, proven: int, judged: Judgement}> by frame; when it was proven in Unix seconds
     */
    public function saying(Lot $lot, int $after): iterable
    {
        [$where, $of, $type] = self::where($lot);
        foreach ($this->database->iterateAssociative('SELECT '.self::JUDGED.", r.id, c.store_id, c.path, f.bytes, extract(epoch FROM c.proven_at)::bigint AS proven
            FROM frame r
            JOIN file f ON f.frame_id = r.id AND (f.bears IN ('inside', 'itself') OR lower(f.ending) LIKE '%.xmp')
            JOIN copy c ON c.file_id = f.id AND c.proven_at IS NOT NULL
            JOIN shoot h ON h.id = r.shoot_id AND h.home_id = c.store_id
            LEFT JOIN judgement j ON j.frame_id = r.id
            WHERE r.id > ? AND $where
            ORDER BY r.id, f.ending", [$after, $of], [ParameterType::INTEGER, $type]) as $columns) {
            $row = Row::of($columns);
            yield ['frame' => $row->int('id'), 'store' => $row->int('store_id'), 'path' => $row->text('path'), 'bytes' => $row->int('bytes'), 'proven' => $row->int('proven'), 'judged' => JudgedFrame::judgement($row)];
        }
    }

    /** @return array<int, array{shoot: int, hour: string, keywords: list<string>}> by frame; the keywords are those that it came with */
    public function traits(Lot $lot): array
    {
        [$where, $of, $type] = self::where($lot);
        $found = [];
        foreach ($this->database->fetchAllNumeric("SELECT r.id, r.shoot_id, substr(r.taken_at, 12, 2), r.facts->'remarks'->'keywords'
            FROM frame r
            WHERE $where", [$of], [$type]) as [$frame, $shoot, $hour, $keywords]) {
            $paths = \is_string($keywords) ? json_decode($keywords, true) : [];
            $found[Row::number($frame)] = ['shoot' => Row::number($shoot), 'hour' => Row::word($hour), 'keywords' => array_values(array_filter(array_map(static fn (mixed $path): mixed => \is_array($path) ? end($path) : $path, \is_array($paths) ? $paths : []), \is_string(...)))];
        }

        return $found;
    }

    /** @return array<int, int> frame => the group that it was put in by hand, 0 where it was taken out of any */
    public function together(Lot $lot): array
    {
        [$where, $of, $type] = self::where($lot);
        $found = [];
        foreach ($this->database->fetchAllNumeric("SELECT r.id, t.together
            FROM frame_together t
            JOIN frame r ON r.id = t.frame_id
            WHERE $where", [$of], [$type]) as [$frame, $together]) {
            $found[Row::number($frame)] = Row::number($together);
        }

        return $found;
    }

    /** Quarters to the right by which a frame is turned. */
    public function turned(int $frame): int
    {
        return $this->turns([$frame])[$frame] ?? 0;
    }

    /**
     * The same of several: those that are.
     *
     * @param list<int> $frames
     *
     * @return array<int, int> by frame
     */
    public function turns(array $frames): array
    {
        $found = [];
        foreach ([] === $frames ? [] : $this->database->fetchAllKeyValue('SELECT frame_id, turned FROM judgement WHERE frame_id IN (?) AND turned <> 0', [$frames], [ArrayParameterType::INTEGER]) as $frame => $turned) {
            $found[(int) $frame] = Row::number($turned);
        }

        return $found;
    }

    /** @return array<int, string> number of a shoot => "2026-05-04 Lantern boats" */
    public function shoots(int ...$shoots): array
    {
        $found = [];
        foreach ([] === $shoots ? [] : $this->database->fetchAllNumeric("SELECT id, trim(date || ' ' || description)
            FROM shoot
            WHERE id IN (?)
            ORDER BY date, id", [$shoots], [ArrayParameterType::INTEGER]) as [$id, $title]) {
            $found[Row::number($id)] = Row::word($title);
        }

        return $found;
    }

    /** @return array{string, mixed, ArrayParameterType|ParameterType} what frames of it are told by, in SQL, and its one parameter */
    private static function where(Lot $lot, bool $withAside = false): array
    {
        [$where, $of, $type] = match (true) {
            null !== $lot->receipt => ["EXISTS (SELECT 1 FROM receipt_line i WHERE i.frame_id = r.id AND i.intake_id = ? AND i.outcome = 'brought in')", $lot->receipt, ParameterType::INTEGER],
            null !== $lot->day => ["r.taken_at BETWEEN ? AND '{$lot->day}T99'", $lot->day, ParameterType::STRING], // a day that Lot has read: digits and hyphens
            null !== $lot->picked => ['r.id IN (SELECT unnest(frames) FROM look_picked WHERE id = ?)', $lot->picked, ParameterType::INTEGER],
            default => ['r.shoot_id IN (?)', $lot->shoots, ArrayParameterType::INTEGER],
        };

        return [$where.($withAside ? '' : ' AND r.aside_from IS NULL').' AND NOT r.along AND EXISTS (SELECT 1 FROM file l WHERE l.frame_id = r.id)', $of, $type];
    }
}
