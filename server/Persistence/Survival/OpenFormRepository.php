<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Survival;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Server\Persistence\Row;

/** What a person would need of frames without the ledger: a row a file, by shoot. */
final readonly class OpenFormRepository
{
    public function __construct(private Connection $database)
    {
    }

    /** @return array<int, string> folder from a store's root, by number of the shoot */
    public function shoots(): array
    {
        $found = [];
        foreach ($this->database->fetchAllKeyValue('SELECT id, folder FROM shoot ORDER BY id') as $shoot => $folder) {
            $found[(int) $shoot] = Row::word($folder);
        }

        return $found;
    }

    /**
     * @param list<int> $shoots
     *
     * @return array<int, list<list<string>>> by shoot: name of the file, name on the card, body, time, keywords, stars, label, XXH128
     */
    public function rows(array $shoots): array
    {
        $found = [];
        foreach ($this->database->iterateNumeric("SELECT r.shoot_id, r.stem || f.ending, coalesce(o.path, ''), coalesce(r.body, ''), r.taken_at, coalesce((SELECT string_agg(k.word, '; ' ORDER BY k.word) FROM frame_keyword w JOIN keyword k ON k.id = w.keyword_id WHERE w.frame_id = r.id), ''), coalesce(j.stars::text, r.stamp->>'rating', ''), coalesce(j.label, r.stamp->>'label', ''), f.checksum
            FROM frame r JOIN file f ON f.frame_id = r.id LEFT JOIN original o ON o.id = f.original_id LEFT JOIN judgement j ON j.frame_id = r.id
            WHERE r.shoot_id IN (?) ORDER BY r.shoot_id, r.taken_at, r.id, f.id", [$shoots], [ArrayParameterType::INTEGER]) as $row) {
            $found[Row::number($row[0])][] = array_map(Row::word(...), \array_slice($row, 1));
        }

        return $found;
    }
}
