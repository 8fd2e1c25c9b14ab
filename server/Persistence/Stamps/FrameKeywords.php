<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Stamps;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Stamp\Keyword;
use VelvetLedger\Server\Persistence\ArrayLiteral;
use VelvetLedger\Server\Persistence\Row;

/** Which words of the vocabulary frames bear. */
final readonly class FrameKeywords
{
    private const AT_ONCE = 5000;

    public function __construct(private Connection $database)
    {
    }

    /** @param list<array{int, int}> $rows frame, keyword */
    public function add(array $rows): void
    {
        foreach (array_chunk($rows, self::AT_ONCE) as $some) {
            $this->database->executeStatement('INSERT INTO frame_keyword (frame_id, keyword_id)
                SELECT (j->>0)::int, (j->>1)::int
                FROM json_array_elements(?) AS j
                ON CONFLICT DO NOTHING', [json_encode($some, \JSON_THROW_ON_ERROR)]);
        }
    }

    /** @param list<array{int, int}> $rows frame, keyword */
    public function remove(array $rows): void
    {
        foreach (array_chunk($rows, self::AT_ONCE) as $some) {
            $this->database->executeStatement('DELETE FROM frame_keyword k USING json_array_elements(?) AS j
                WHERE k.frame_id = (j->>0)::int AND k.keyword_id = (j->>1)::int', [json_encode($some, \JSON_THROW_ON_ERROR)]);
        }
    }

    /**
     * @param list<int> $frames
     *
     * @return array<int, array<int, Keyword>> frame => keyword's number => with its parents, by the alphabet
     */
    public function of(array $frames): array
    {
        $found = [];
        foreach (array_chunk($frames, self::AT_ONCE) as $some) {
            $pairs = $this->database->fetchAllNumeric('SELECT frame_id, keyword_id
                FROM frame_keyword
                WHERE frame_id = ANY(CAST(? AS int[]))', [ArrayLiteral::of($some)]);
            $words = $this->paths(array_values(array_unique(array_map(static fn (array $pair): int => Row::number($pair[1]), $pairs))));
            foreach ($pairs as [$frame, $keyword]) {
                $found[Row::number($frame)][Row::number($keyword)] = $words[Row::number($keyword)];
            }
        }

        return array_map(static function (array $keywords): array {
            uasort($keywords, static fn (Keyword $a, Keyword $b): int => $a->path <=> $b->path);

            return $keywords;
        }, $found);
    }

    /**
     * @param list<int> $keywords
     *
     * @return array<int, Keyword>
     */
    public function paths(array $keywords): array
    {
        $found = [];
        $rows = $this->database->fetchAllAssociative(
            'WITH RECURSIVE up AS (SELECT id AS of, id, parent_id, word, is_heading, 0 AS up FROM keyword WHERE id IN (?) UNION ALL SELECT up.of, k.id, k.parent_id, k.word, k.is_heading, up.up + 1 FROM up JOIN keyword k ON k.id = up.parent_id WHERE up.up < 100)
             SELECT of, json_agg(word ORDER BY up DESC) AS path, coalesce(json_agg(word) FILTER (WHERE is_heading), \'[]\') AS headings FROM up GROUP BY 1',
            [$keywords],
            [ArrayParameterType::INTEGER],
        );
        foreach ($rows as $row) {
            $path = Row::words($row['path']);
            if ([] !== $path) {
                $found[Row::number($row['of'])] = new Keyword($path, Row::words($row['headings']));
            }
        }

        return $found;
    }
}
