<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Find;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Find\FindFacet;
use VelvetLedger\Server\Persistence\ArrayLiteral;
use VelvetLedger\Server\Persistence\Row;
use VelvetLedger\Server\Persistence\Stamps\FrameKeywords;

/** What the values are called that the index has by number. */
final readonly class FindNamesRepository
{
    private const NAMES = ['album' => 'SELECT id, name FROM album WHERE id IN (?)', 'card' => 'SELECT id, label FROM card WHERE id IN (?)', 'store' => 'SELECT id, name FROM store WHERE id IN (?)'];

    public function __construct(private Connection $database, private FrameKeywords $keywords)
    {
    }

    /**
     * @param list<int> $numbers
     *
     * @return array<array-key, string> by number; none where the facet's values are no numbers of rows
     */
    public function of(FindFacet $facet, array $numbers): array
    {
        if (FindFacet::Keyword === $facet) {
            $found = [];
            foreach ([] === $numbers ? [] : $this->keywords->paths($numbers) as $number => $keyword) {
                $found[$number] = implode(' › ', $keyword->path);
            }

            return $found;
        }
        $query = self::NAMES[$facet->value] ?? null;

        return null === $query || [] === $numbers ? [] : array_map(Row::word(...), $this->database->fetchAllKeyValue($query, [$numbers], [ArrayParameterType::INTEGER]));
    }

    /**
     * Words right below one, or the outermost, and that frames without any have none.
     *
     * @return list<string> as the index has them
     */
    public function keywordsBelow(?int $keyword): array
    {
        return [...array_map(strval(...), Row::numbers($this->database->fetchFirstColumn('SELECT id FROM keyword WHERE parent_id IS NOT DISTINCT FROM ?', [$keyword]))), ...null === $keyword ? [''] : []];
    }

    /**
     * @param list<int> $shoots
     *
     * @return list<array{id: int, date: string, description: string, folder: string, frames: int}> the latest first
     */
    public function shoots(array $shoots): array
    {
        return array_map(static fn (array $row): array => ['id' => Row::of($row)->int('id'), 'date' => Row::of($row)->text('date'), 'description' => Row::of($row)->text('description'), 'folder' => Row::of($row)->text('folder'), 'frames' => Row::of($row)->int('frames')], $this->database->fetchAllAssociative('SELECT id, date, description, folder, frames
            FROM shoot
            WHERE id IN (?)
            ORDER BY date DESC, id DESC', [$shoots], [ArrayParameterType::INTEGER]));
    }

    /**
     * @param list<int> $frames
     *
     * @return list<array{string, int, list<int>}> day, frames taken on it, minutes since midnight in which they were; the latest first
     */
    public function minutes(array $frames): array
    {
        $days = [];
        foreach ($this->database->fetchAllNumeric('SELECT left(r.taken_at, 10), count(*), json_agg(DISTINCT substr(r.taken_at, 12, 2)::int * 60 + substr(r.taken_at, 15, 2)::int)
            FROM unnest(?::int[]) x JOIN frame r ON r.id = x
            GROUP BY left(r.taken_at, 10) ORDER BY left(r.taken_at, 10) DESC', [ArrayLiteral::of($frames)]) as [$day, $count, $minutes]) {
            $days[] = [Row::word($day), Row::number($count), Row::numbers((array) json_decode(Row::word($minutes), true))];
        }

        return $days;
    }
}
