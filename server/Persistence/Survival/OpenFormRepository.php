<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Survival;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Survival\FrameTable;
use VelvetLedger\Server\Persistence\Row;

/** What a person would need of frames without the ledger: a row a file, by shoot. */
final readonly class OpenFormRepository
{
    /** Place of the keywords in FrameTable::HEAD. */
    private const KEYWORDS = 4;

    /** A DNG whose raw is not in it, nor let go for it, is told as a picture of its own: it does not stand for its raw. */
    private const ROWS = "SELECT r.shoot_id, r.stem || f.ending, coalesce(o.path, ''), coalesce(r.body, ''), r.taken_at, coalesce((SELECT json_agg(k.keyword_id ORDER BY k.keyword_id)::text FROM frame_keyword k WHERE k.frame_id = r.id), '[]'), coalesce(j.stars::text, r.stamp->>'rating', ''), coalesce(j.label, r.stamp->>'label', ''), f.checksum,
            coalesce(j.decision, ''), coalesce(nullif(j.turned, 0)::text, ''), r.folder, f.bytes::text, f.making, r.id::text, r.stem, coalesce(r.sequence::text, ''), coalesce(r.sequence_scope, ''), coalesce(r.aside_from, ''),
            coalesce(k.label, ''), coalesce(k.name, ''), coalesce(o.bytes::text, ''), coalesce(o.modified_at::text, ''), coalesce(o.checksum, ''), coalesce(o.quick_print, ''),
            s.date, s.description, s.folder, coalesce(s.kind_of_work, ''), coalesce((SELECT h.name FROM store h WHERE h.id = s.home_id), ''), coalesce(s.filed_at::date::text, ''), s.notes
        FROM frame r JOIN shoot s ON s.id = r.shoot_id JOIN file f ON f.frame_id = r.id
        LEFT JOIN original o ON o.id = f.original_id AND NOT EXISTS (SELECT 1 FROM conversion v WHERE v.dng_id = f.id AND NOT v.embeds AND NOT v.instead) LEFT JOIN card k ON k.id = o.card_id LEFT JOIN judgement j ON j.frame_id = r.id
        WHERE r.shoot_id IN (?) AND r.let_go_at IS NULL ORDER BY r.shoot_id, r.taken_at, r.id, f.id";

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

    /** @return array<int, list<string>> keywords by number, each from its outermost parent, by the alphabet */
    public function words(): array
    {
        $found = [];
        foreach ($this->database->iterateNumeric('WITH RECURSIVE word AS (
                SELECT id, ARRAY[word] AS path FROM keyword WHERE parent_id IS NULL
                UNION ALL SELECT k.id, w.path || k.word FROM word w JOIN keyword k ON k.parent_id = w.id
            )
            SELECT id, to_json(path) FROM word ORDER BY path') as [$id, $path]) {
            $found[Row::number($id)] = Row::words($path);
        }

        return $found;
    }

    /**
     * @param list<int>                $shoots
     * @param array<int, list<string>> $words  as words() gives them
     *
     * @return array<int, list<list<string>>> by shoot, each as FrameTable::HEAD; what is let go for good is not among them
     */
    public function rows(array $shoots, array $words): array
    {
        $found = [];
        foreach ($this->database->iterateNumeric(self::ROWS, [$shoots], [ArrayParameterType::INTEGER]) as $row) {
            $shoot = Row::number($row[0]);
            $cells = array_map(Row::word(...), \array_slice($row, 1));
            $cells[self::KEYWORDS] = FrameTable::keywords(array_values(array_intersect_key($words, array_flip(Row::numbers((array) json_decode($cells[self::KEYWORDS], true))))));
            // What is long and the same for all stands in the first row alone.
            $cells[\count($cells) - 1] = isset($found[$shoot]) ? '' : $cells[\count($cells) - 1];
            $found[$shoot][] = array_values($cells);
        }

        return $found;
    }
}
