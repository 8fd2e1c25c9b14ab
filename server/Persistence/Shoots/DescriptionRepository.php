<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Shoots;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Stamp\FrameStamp;
use VelvetLedger\Core\Stamp\StampTexts;
use VelvetLedger\Server\Persistence\Row;

/** What shoots were described as: each description once, as it was written last. */
final readonly class DescriptionRepository
{
    /** So many are offered, some years' work; what is older has to be typed. */
    private const MOST = 500;

    public function __construct(private Connection $database)
    {
    }

    /**
     * Those of shoots with anything in them, what came in last first: a camera's date may be anything.
     *
     * @return list<array{description: string, date: string, cover: int|null, texts: StampTexts}> texts are what its cover says of the occasion
     */
    public function latest(): array
    {
        $found = [];
        foreach ($this->database->fetchAllAssociative('SELECT s.description, s.date, s.cover_id, f.stamp
            FROM (
                SELECT DISTINCT ON (lower(description)) id, opened_at, description, date, cover_id
                FROM shoot
                WHERE frames > 0 AND description <> \'\'
                ORDER BY lower(description), opened_at DESC, id DESC
            ) s
            LEFT JOIN frame f ON f.id = s.cover_id
            ORDER BY s.opened_at DESC, s.id DESC LIMIT '.self::MOST) as $columns) {
            $row = Row::of($columns);
            $stamp = $row->textOrNull('stamp');
            $found[] = [
                'description' => $row->text('description'),
                'date' => $row->text('date'),
                'cover' => $row->intOrNull('cover_id'),
                'texts' => null === $stamp ? StampTexts::none() : FrameStamp::ofDocument(json_decode($stamp, true))->texts,
            ];
        }

        return $found;
    }
}
