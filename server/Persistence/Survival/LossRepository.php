<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Survival;

use Doctrine\DBAL\Connection;
use VelvetLedger\Server\Persistence\Row;

/** What has no copy that was read but on one drive: it would be gone with it. */
final readonly class LossRepository
{
    public function __construct(private Connection $database)
    {
    }

    /**
     * By drive, and by shoot, most bytes first; drives of which nothing would be gone are not among them. Two stores on one drive go together; of
     * a store whose drive is not known, it is taken to be one of its own.
     *
     * @return list<array{stores: list<int>, shoot: int, date: string, description: string, frames: int, files: int, bytes: int, some: list<int>}> some of the frames among them
     */
    public function byDrive(): array
    {
        $found = [];
        foreach ($this->database->fetchAllAssociative("WITH drive AS (
                SELECT id, coalesce(nullif(device, ''), 'store ' || id) AS device FROM store WHERE role <> 'former'
            ), one AS (
                SELECT c.file_id, min(d.device) AS device FROM copy c JOIN drive d ON d.id = c.store_id
                WHERE c.state = 'proven' GROUP BY c.file_id HAVING count(DISTINCT d.device) = 1
            )
            SELECT (SELECT json_agg(d.id ORDER BY d.id) FROM drive d WHERE d.device = one.device) AS stores, s.id AS shoot, s.date, s.description, count(DISTINCT r.id) AS frames, count(*) AS files, sum(f.bytes) AS bytes, to_json((array_agg(r.id))[1:12]) AS some
            FROM one JOIN file f ON f.id = one.file_id JOIN frame r ON r.id = f.frame_id JOIN shoot s ON s.id = r.shoot_id
            GROUP BY one.device, s.id ORDER BY one.device, bytes DESC, s.id") as $row) {
            $is = Row::of($row);
            $found[] = ['stores' => Row::numbers((array) json_decode($is->text('stores'), true)), 'shoot' => $is->int('shoot'), 'date' => $is->text('date'), 'description' => $is->text('description'), 'frames' => $is->int('frames'), 'files' => $is->int('files'), 'bytes' => $is->int('bytes'), 'some' => array_values(array_unique(Row::numbers((array) json_decode($is->text('some'), true))))];
        }

        return $found;
    }

    /** Frames that came in since a time: a dump of then does not know them. */
    public function framesSince(\DateTimeImmutable $time): int
    {
        return Row::number($this->database->fetchOne('SELECT count(*) FROM frame r JOIN intake i ON i.id = r.intake_id WHERE i.asked_at > ?', [$time->format(\DATE_RFC3339)]));
    }

    public function frames(): int
    {
        return Row::number($this->database->fetchOne('SELECT count(*) FROM frame'));
    }
}
