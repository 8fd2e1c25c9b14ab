<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Find;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Find\FrameSet;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Looks\LookRepository;
use VelvetLedger\Server\Persistence\Row;

/** Gathers what is said of the frames of a block: those that lie in a shoot, with a file, and were not let go. */
final readonly class FactsToFind
{
    /** Of what frames a facet has what values, in SQL: what they say, what was recorded, how they are judged, where their copies are. */
    private const FACTS = <<<'SQL'
        SELECT 'all' AS facet, '' AS value, id FROM t
        UNION ALL SELECT 'shoot', shoot_id::text, id FROM t
        UNION ALL SELECT 'day', left(taken_at, 10), id FROM t
        UNION ALL SELECT 'month', left(taken_at, 7), id FROM t
        UNION ALL SELECT 'job', coalesce(texts->>'job', ''), id FROM t
        UNION ALL SELECT 'event', coalesce(texts->>'event', ''), id FROM t
        UNION ALL SELECT 'place', p, id FROM t, unnest(ARRAY[texts->>'location', texts->>'city', texts->>'country']) p WHERE p <> ''
        UNION ALL SELECT 'place', '', id FROM t WHERE coalesce(texts->>'location', texts->>'city', texts->>'country', '') = ''
        UNION ALL SELECT 'work', s.work, t.id FROM shoots s JOIN t ON t.shoot_id = s.id
        UNION ALL SELECT 'body', coalesce(body || E'\n' || coalesce(serial, ''), ''), id FROM t
        UNION ALL SELECT 'lens', coalesce(lens, ''), id FROM t
        UNION ALL SELECT 'iso', coalesce(iso::text, ''), id FROM t
        UNION ALL SELECT 'aperture', coalesce(round(aperture::numeric, 1)::float::text, ''), id FROM t
        UNION ALL SELECT 'shutter', coalesce(CASE WHEN shutter < 0.26 THEN '1/' || round(1 / nullif(shutter, 0))::text ELSE round(shutter::numeric, 1)::float::text END, ''), id FROM t
        UNION ALL SELECT 'focal', coalesce(round(focal)::text, ''), id FROM t
        UNION ALL SELECT 'stars', stars::text, id FROM t
        UNION ALL SELECT 'label', coalesce(label, ''), id FROM t
        UNION ALL SELECT 'judged', CASE decision WHEN 'keep' THEN 'kept' WHEN 'drop' THEN 'dropped' WHEN 'unsure' THEN 'unsure' ELSE '' END, id FROM t
        UNION ALL SELECT 'orientation', CASE WHEN coalesce(width, 0) = 0 OR coalesce(height, 0) = 0 THEN '' WHEN width = height THEN 'square' WHEN (width > height) <> (coalesce(turned_to, 1) >= 5) THEN 'wide' ELSE 'tall' END, id FROM t
        UNION ALL SELECT DISTINCT 'kind', k.kind, k.frame_id FROM kinds k WHERE k.kind IS NOT NULL
        UNION ALL SELECT 'keyword', w.of::text, f.frame_id FROM bears f JOIN up w ON w.id = f.keyword_id
        UNION ALL SELECT 'keyword', '', id FROM t WHERE NOT EXISTS (SELECT 1 FROM bears f WHERE f.frame_id = t.id)
        UNION ALL SELECT 'store', store_id::text, frame_id FROM whole
        UNION ALL SELECT 'copies', CASE coalesce(n.n, 0) WHEN 0 THEN 'no whole copy' WHEN 1 THEN 'one copy' ELSE 'two and more' END, t.id FROM t LEFT JOIN (SELECT frame_id, count(*) AS n FROM whole GROUP BY 1) n ON n.frame_id = t.id
        UNION ALL SELECT DISTINCT 'copies', c.state, c.frame_id FROM at c WHERE c.state IN ('owed', 'missing', 'differs')
        UNION ALL SELECT 'proof', coalesce(to_char(p.proven, 'YYYY-MM'), ''), t.id FROM t LEFT JOIN (SELECT frame_id, min(proven_at) AS proven FROM at WHERE state = 'proven' GROUP BY 1) p ON p.frame_id = t.id
        UNION ALL SELECT 'album', a.album_id::text, a.frame_id FROM album_frame a JOIN t ON t.id = a.frame_id
        UNION ALL SELECT 'album', '', id FROM t WHERE NOT EXISTS (SELECT 1 FROM album_frame a WHERE a.frame_id = t.id)
        UNION ALL SELECT DISTINCT 'card', o.card_id::text, o.frame_id FROM original o JOIN t ON t.id = o.frame_id
        UNION ALL SELECT 'intake', intake_id::text, id FROM t
        UNION ALL SELECT 'word', w, t.id FROM (SELECT id, w FROM shoots, words_of(concat_ws(' ', description, notes, work)) w) s JOIN t ON t.shoot_id = s.id
        UNION ALL SELECT 'word', w, f.frame_id FROM bears f JOIN up ON up.id = f.keyword_id JOIN called ON called.id = up.of, unnest(called.words) w
        UNION ALL SELECT 'word', w, t.id FROM (SELECT said, words_of(said) AS w FROM (SELECT DISTINCT said FROM t) d) s JOIN t ON t.said = s.said
        UNION ALL SELECT 'word', w, x.frame_id FROM (SELECT a.frame_id, b.name FROM album_frame a JOIN t ON t.id = a.frame_id JOIN album b ON b.id = a.album_id) x, words_of(x.name) w
        SQL;

    public function __construct(private Connection $database)
    {
    }

    /** @return iterable<array{string, string, list<int>}> facet, value, places in the block */
    public function of(int $block): iterable
    {
        [$first, $last] = self::span($block);
        $rows = $this->database->iterateNumeric('WITH RECURSIVE t AS MATERIALIZED ('.self::frames().'),
            shoots AS MATERIALIZED (SELECT h.id, h.description, h.notes, work_of(h) AS work FROM shoot h WHERE h.id IN (SELECT shoot_id FROM t)),
            bears AS MATERIALIZED (SELECT k.frame_id, k.keyword_id FROM frame_keyword k JOIN t ON t.id = k.frame_id),
            up AS (SELECT id, id AS of, parent_id FROM keyword WHERE id IN (SELECT DISTINCT keyword_id FROM bears) UNION SELECT up.id, k.id, k.parent_id FROM up JOIN keyword k ON k.id = up.parent_id),
            called AS MATERIALIZED (SELECT k.id, ARRAY(SELECT words_of(k.word || \' \' || k.synonyms::text)) AS words FROM keyword k WHERE k.id IN (SELECT of FROM up)),
            kinds AS MATERIALIZED (SELECT f.id, f.frame_id, count(*) OVER (PARTITION BY f.frame_id) AS of, CASE WHEN lower(f.ending) IN (\'.jpg\', \'.jpeg\') THEN \'JPEG\' WHEN lower(f.ending) = \'.dng\' THEN \'DNG\' WHEN lower(f.ending) IN (\'.heic\', \'.heif\', \'.hif\') THEN \'HEIC\' WHEN lower(f.ending) IN (\'.tif\', \'.tiff\') THEN \'TIFF\' WHEN o.kind = \'still raw\' THEN \'raw\' WHEN o.kind = \'moving picture\' THEN \'clip\' WHEN o.kind = \'still rendered\' THEN upper(substr(f.ending, 2)) END AS kind
                FROM file f JOIN t ON t.id = f.frame_id LEFT JOIN original o ON o.id = f.original_id
                WHERE NOT EXISTS (SELECT 1 FROM copy c WHERE c.file_id = f.id AND c.state = \''.CopyState::LetGo->value.'\')),
            at AS MATERIALIZED (SELECT k.id AS file_id, k.of, k.frame_id, c.store_id, c.state, c.proven_at FROM kinds k JOIN copy c ON c.file_id = k.id),
            whole AS MATERIALIZED (SELECT a.frame_id, a.store_id FROM at a WHERE a.state = \'proven\' GROUP BY 1, 2 HAVING count(DISTINCT a.file_id) = max(a.of))
            SELECT facet, value, array_agg(id - ?) FROM ('.self::FACTS.') f GROUP BY 1, 2', [$first, $last, $first]);
        foreach ($rows as [$facet, $value, $places]) {
            yield [Row::word($facet), Row::word($value), array_map(intval(...), explode(',', trim(Row::word($places), '{}')))];
        }
    }

    public function isLarger(int $block, int $most): bool
    {
        return Row::number($this->database->fetchOne('SELECT count(*) FROM (SELECT 1 FROM frame WHERE id BETWEEN ? AND ? LIMIT ?) f', [...self::span($block), $most + 1])) > $most;
    }

    /** What frames are called, and were on their cards: only those rows are written that are not so already. */
    public function names(int $block): void
    {
        [$first, $last] = self::span($block);
        $this->database->executeStatement("INSERT INTO find_name (frame_id, names)
            SELECT r.id, folded(r.stem || ' ' || r.original_name) FROM frame r
            WHERE r.id BETWEEN ? AND ? AND NOT r.along
            ON CONFLICT (frame_id) DO UPDATE SET names = excluded.names WHERE find_name.names <> excluded.names", [$first, $last]);
    }

    /** @return list<int> that have frames in it */
    public function shoots(int $block): array
    {
        return Row::numbers($this->database->fetchFirstColumn('SELECT DISTINCT r.shoot_id
            FROM frame r JOIN frame_measurement m ON m.frame_id = r.id
            WHERE r.id BETWEEN ? AND ?', self::span($block)));
    }

    /** @return array{int, int} the first frame of a block, and the last */
    private static function span(int $block): array
    {
        return [$block << FrameSet::SHIFT, ($block << FrameSet::SHIFT) + FrameSet::BLOCK - 1];
    }

    private static function frames(): string
    {
        return "SELECT x.*, x.stamp->'texts' AS texts, concat_ws(' ', x.stamp->'texts'->>'job', x.stamp->'texts'->>'event', x.stamp->'texts'->>'location', x.stamp->'texts'->>'city', x.stamp->'texts'->>'country', x.stamp->'texts'->>'description', x.label, x.make, x.body, x.lens) AS said
            FROM (SELECT f.id, f.shoot_id, f.intake_id, f.taken_at, f.make, f.body, f.serial, f.lens, f.iso, f.width, f.height, f.stamp, f.aperture, f.shutter, f.focal, f.turned_to,
                    coalesce(f.decision, CASE WHEN f.came_rating = -1 THEN 'drop' END) AS decision, coalesce(f.stars, greatest(0, least(5, coalesce(f.came_rating, 0)))) AS stars, nullif(trim(coalesce(f.label, f.came_label)), '') AS label
                FROM (SELECT r.id, r.shoot_id, r.intake_id, r.taken_at, r.make, r.body, r.serial, r.lens, r.iso, r.width, r.height, r.stamp,
                        (r.facts->>'fNumber')::float AS aperture, (r.facts->>'exposureSeconds')::float AS shutter, (r.facts->>'focalLengthMm')::float AS focal,
                        coalesce((r.stamp->>'orientation')::int, r.orientation) AS turned_to, ".LookRepository::JUDGED.'
                    FROM frame r LEFT JOIN judgement j ON j.frame_id = r.id
                    WHERE r.id BETWEEN ? AND ? AND NOT r.along AND r.aside_from IS NULL AND r.let_go_at IS NULL AND EXISTS (SELECT 1 FROM file f WHERE f.frame_id = r.id)) f) x';
    }
}
