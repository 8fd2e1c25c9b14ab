<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Shoots;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Hint\Measurement;
use VelvetLedger\Core\Hint\Shot;
use VelvetLedger\Server\Persistence\Row;

/** Owns "frame_measurement", and of "frame" by which version it was measured: what pictures of frames are like, once, from when they come in. */
final readonly class MeasurementRepository
{
    /** In measured_by: not measured, and not to be tried until a drive comes. */
    private const AWAY = -1;

    public function __construct(private Connection $database)
    {
    }

    /**
     * Frames that have a still and are not measured, the latest first; without those that could not be
     * looked at since a drive last came.
     *
     * @return list<int>
     */
    public function waiting(int $most): array
    {
        return Row::numbers($this->database->fetchFirstColumn("SELECT r.id
            FROM frame r
            WHERE r.measured_by = 0
            AND EXISTS (SELECT 1 FROM file f WHERE f.frame_id = r.id)
            ORDER BY r.id DESC LIMIT $most"));
    }

    /**
     * They cannot be looked at: their drives are away.
     *
     * @param list<int> $frames
     */
    public function awayWith(array $frames): void
    {
        $this->database->executeStatement('UPDATE frame SET measured_by = ?
            WHERE '.FramesInOrder::where('id IN (?)'), [self::AWAY, $frames], [1 => ArrayParameterType::INTEGER]);
    }

    public function driveIsBack(): void
    {
        $this->database->executeStatement('UPDATE frame SET measured_by = 0 WHERE '.FramesInOrder::where('measured_by = '.self::AWAY));
    }

    /**
     * @param list<int> $frames
     *
     * @return list<int> those that are to be measured yet
     */
    public function toMeasure(array $frames): array
    {
        return Row::numbers($this->database->fetchFirstColumn('SELECT r.id
            FROM frame r
            WHERE r.id IN (?) AND r.measured_by < ?
            ORDER BY r.id', [$frames, FrameMeasured::VERSION], [ArrayParameterType::INTEGER]));
    }

    /** @param list<FrameMeasured> $measured */
    public function enter(array $measured): void
    {
        $rows = json_encode(array_map(static fn (FrameMeasured $one): array => [
            'frame' => $one->frame, 'mean' => $one->hints?->mean, 'black' => $one->hints?->blackShare, 'clipped' => $one->hints?->clippedShare, 'brightest' => $one->hints?->brightest, 'focus' => $one->hints?->focus,
            'sharpness' => $one->sharpness?->regions, 'print' => $one->print?->bits, 'colours' => $one->colours, 'because' => $one->because,
        ], $measured), \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE);
        $this->database->transactional(function () use ($rows): void {
            $this->database->executeStatement(
                'INSERT INTO frame_measurement (frame_id, version, measured_at, mean, black, clipped, brightest, focus, sharpness, print, colours, because)
                 SELECT r.id, ?, now(), j.mean, j.black, j.clipped, j.brightest, j.focus, j.sharpness, j.print, j.colours, j.because
                 FROM json_to_recordset(?) AS j(frame int, mean float, black float, clipped float, brightest int, focus float, sharpness json, print text, colours text, because text) JOIN frame r ON r.id = j.frame
                 ON CONFLICT (frame_id) DO UPDATE SET version = excluded.version, measured_at = excluded.measured_at, mean = excluded.mean, black = excluded.black, clipped = excluded.clipped,
                    brightest = excluded.brightest, focus = excluded.focus, sharpness = excluded.sharpness, print = excluded.print, colours = excluded.colours, because = excluded.because',
                [FrameMeasured::VERSION, $rows],
            );
            $this->database->executeStatement('UPDATE frame SET measured_by = ?
                WHERE '.FramesInOrder::where('id IN (SELECT j.frame FROM json_to_recordset(?) AS j(frame int))'), [FrameMeasured::VERSION, $rows]);
        });
    }

    /**
     * What a shoot's frames hint at is worked out from this.
     *
     * @return array{list<Shot>, array<int, Measurement>} in order of capture; measurements by frame
     */
    public function ofShoot(int $shoot): array
    {
        $shots = $measured = [];
        $rows = $this->database->iterateAssociative("SELECT r.id, r.body, r.serial, r.camera_time, r.taken_at, r.subsecond, r.time_source, coalesce((r.facts->>'exposureBiasEv')::float, 0) AS bias, m.mean, m.black, m.clipped, m.brightest, m.focus
            FROM frame r LEFT JOIN frame_measurement m ON m.frame_id = r.id WHERE r.shoot_id = ? AND NOT r.along ORDER BY r.taken_at, r.subsecond, r.id", [$shoot]);
        foreach ($rows as $columns) {
            $row = Row::of($columns);
            $id = $row->int('id');
            $camera = $row->textOrNull('camera_time');
            $shots[] = new Shot($id, $row->textOrNull('body').'|'.$row->textOrNull('serial'), Shot::seconds($camera ?? $row->text('taken_at'), $row->textOrNull('subsecond')), $row->float('bias'), null !== $camera);
            if ($row->has('mean')) {
                $measured[$id] = Measurement::known($row->float('mean'), $row->float('black'), $row->float('clipped'), $row->int('brightest'), $row->floatOrNull('focus'));
            }
        }

        return [$shots, $measured];
    }
}
