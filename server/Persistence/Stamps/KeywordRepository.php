<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Stamps;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Server\Persistence\Lock;
use VelvetLedger\Server\Persistence\Locks;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Row;
use VelvetLedger\Server\Persistence\Shoots\FramesInOrder;

/** The vocabulary: words with parents and children. Two words with the same parent differ in more than case. */
final readonly class KeywordRepository
{
    /** A word with its number of children and of frames that bear it. */
    private const ROWS = 'SELECT k.id, k.parent_id, k.word, k.synonyms, k.is_heading, (SELECT count(*) FROM keyword c WHERE c.parent_id = k.id) AS children, (SELECT count(*) FROM frame_keyword f WHERE f.keyword_id = k.id) AS frames
        FROM keyword k';
    private const BELOW = 'WITH RECURSIVE below AS (SELECT id FROM keyword WHERE id = :of UNION SELECT k.id FROM below b JOIN keyword k ON k.parent_id = b.id)';
    private const UP = "(WITH RECURSIVE up AS (SELECT p.id, p.parent_id, p.word, 1 AS n FROM keyword p WHERE p.id = k.parent_id UNION ALL SELECT p.id, p.parent_id, p.word, up.n + 1 FROM up JOIN keyword p ON p.id = up.parent_id WHERE up.n < 100) SELECT coalesce(json_agg(word ORDER BY n DESC), '[]') FROM up)";

    public function __construct(private Connection $database, private Locks $locks)
    {
    }

    /**
     * The word at a path, entered with whatever is missing of it; a path that begins with a word which stands somewhere in the vocabulary goes on from there.
     *
     * @param list<string> $path from the outermost parent
     */
    public function at(array $path): int
    {
        $first = [] === $path ? false : $this->database->fetchOne('SELECT id
            FROM keyword
            WHERE lower(word) = lower(?)
            ORDER BY parent_id IS NOT NULL, id LIMIT 1', [$path[0]]);
        $parent = Row::numberOrNull($first);
        foreach (null === $parent ? $path : \array_slice($path, 1) as $word) {
            $parent = $this->below($parent, $word) ?? $this->enter($parent, $word);
        }

        return $parent ?? throw NotInLedger::keyword(0);
    }

    public function below(?int $parent, string $word): ?int
    {
        $id = $this->database->fetchOne('SELECT id
            FROM keyword
            WHERE coalesce(parent_id, 0) = ? AND lower(word) = lower(?)', [$parent ?? 0, $word]);

        return Row::numberOrNull($id);
    }

    /** @param list<string> $synonyms */
    public function enter(?int $parent, string $word, array $synonyms = [], bool $isHeading = false): int
    {
        $this->database->executeStatement('INSERT INTO keyword (parent_id, word, synonyms, is_heading)
            VALUES (?, ?, ?, ?)
            ON CONFLICT DO NOTHING', [$parent, $word, json_encode($synonyms, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE), $isHeading ? 'true' : 'false']);

        return $this->below($parent, $word) ?? throw NotInLedger::keyword(0);
    }

    /**
     * Many words at once, whose parents are there. Words that are there already stay, with what synonyms are new.
     *
     * @param array<int, array{parent: int|null, word: string, synonyms: list<string>, heading: bool}> $words
     *
     * @return array<int, int> the number of each, by its key
     */
    public function enterAll(array $words): array
    {
        $ids = $has = [];
        foreach (array_chunk($words, 2000, true) as $some) {
            $with = 'WITH w AS (SELECT * FROM json_to_recordset(?) AS w(n int, parent int, word text, synonyms json, heading boolean))';
            $rows = json_encode(array_map(static fn (int $n, array $word): array => ['n' => $n, ...$word], array_keys($some), $some), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE);
            $this->database->executeStatement("$with
                INSERT INTO keyword (parent_id, word, synonyms, is_heading)
                SELECT parent, word, synonyms, heading
                FROM w
                ORDER BY n
                ON CONFLICT DO NOTHING", [$rows]);
            foreach ($this->database->fetchAllAssociative("$with
                SELECT w.n, k.id, k.word, k.synonyms, k.is_heading
                FROM w
                JOIN keyword k ON coalesce(k.parent_id, 0) = coalesce(w.parent, 0) AND lower(k.word) = lower(w.word)", [$rows]) as $row) {
                [$n, $there] = [Row::number($row['n']), new KeywordRow($row)];
                $ids[$n] = $there->id;
                $has[$there->id] ??= $there->synonyms;
                if ([] !== array_diff($some[$n]['synonyms'], $has[$there->id])) {
                    $has[$there->id] = array_values(array_unique([...$has[$there->id], ...$some[$n]['synonyms']]));
                    $this->change($there->id, ['synonyms' => json_encode($has[$there->id], \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE)]);
                }
            }
        }

        return $ids;
    }

    public function find(int $id): KeywordRow
    {
        return $this->rows(self::ROWS.' WHERE k.id = ?', [$id])[0] ?? throw NotInLedger::keyword($id);
    }

    /** @return list<KeywordRow> the words right below one, or the outermost */
    public function children(?int $parent): array
    {
        return $this->rows(self::ROWS.' WHERE coalesce(k.parent_id, 0) = ? ORDER BY lower(k.word)', [$parent ?? 0]);
    }

    /**
     * Words that go on from what was typed: those that begin so first, and among them the recent and the frequent.
     *
     * @return list<array{id: int, word: string, above: list<string>, synonym: string|null}>
     */
    public function completing(string $typed, int $most): array
    {
        $like = addcslashes($typed, '\\%_');
        $found = [];
        foreach ($this->database->fetchAllAssociative(
            'SELECT k.id, k.word, '.self::UP.' AS above, k.synonym FROM (
                 SELECT id, parent_id, word, used_at, uses, lower(word) AS lowered, CASE WHEN synonyms::text <> \'[]\' AND NOT lower(word) LIKE lower(:start) THEN (SELECT x FROM json_array_elements_text(synonyms) x WHERE lower(x) LIKE lower(:start) LIMIT 1) END AS synonym
                 FROM keyword WHERE NOT is_heading OFFSET 0) k
             WHERE lowered LIKE lower(:start) OR lowered LIKE lower(:inside) OR synonym IS NOT NULL
             ORDER BY lowered LIKE lower(:start) DESC, synonym IS NULL, used_at DESC NULLS LAST, uses DESC, length(word), lowered LIMIT '.$most,
            ['start' => $like.'%', 'inside' => '% '.$like.'%'],
        ) as $row) {
            $found[] = ['id' => Row::number($row['id']), 'word' => \is_string($row['word']) ? $row['word'] : '', 'above' => Row::words($row['above']), 'synonym' => \is_string($row['synonym']) ? $row['synonym'] : null];
        }

        return $found;
    }

    /** @return list<KeywordRow> for the vocabulary's own page: words that have it anywhere in them, with those above */
    public function searched(string $text, int $most): array
    {
        return $this->rows(str_replace(' FROM keyword k', ', '.self::UP.' AS above FROM keyword k', self::ROWS)." WHERE k.word ILIKE ? OR k.synonyms::text ILIKE ? ORDER BY lower(k.word) LIMIT $most", array_fill(0, 2, '%'.addcslashes($text, '\\%_').'%'));
    }

    /** @param list<int> $ids */
    public function used(array $ids, int $times): void
    {
        if ([] !== $ids) {
            $this->database->executeStatement('UPDATE keyword SET uses = uses + ?, used_at = now()
                WHERE id IN (?)', [max(1, intdiv($times, \count($ids))), $ids], [1 => ArrayParameterType::INTEGER]);
        }
    }

    public function count(): int
    {
        $count = $this->database->fetchOne('SELECT count(*) FROM keyword');

        return Row::number($count);
    }

    /** Frames that bear a word or one below it. */
    public function framesBelow(int $id): int
    {
        $count = $this->database->fetchOne(self::BELOW.'
            SELECT count(DISTINCT frame_id)
            FROM frame_keyword
            WHERE keyword_id IN (SELECT id FROM below)', ['of' => $id]);

        return Row::number($count);
    }

    /** @return list<int> shoots whose frames bear a word or one below it: these frames are to be stamped again */
    public function restampBelow(int $id): array
    {
        return Row::numbers($this->database->fetchFirstColumn(
            self::BELOW.', f AS (UPDATE frame SET stamp_revision = stamp_revision + 1, restamp = true WHERE '.FramesInOrder::where('id IN (SELECT frame_id FROM frame_keyword WHERE keyword_id IN (SELECT id FROM below))').' RETURNING shoot_id) SELECT DISTINCT shoot_id FROM f ORDER BY 1',
            ['of' => $id],
        ));
    }

    public function isBelow(int $id, int $above): bool
    {
        return true === $this->database->fetchOne(self::BELOW.'
            SELECT EXISTS (SELECT 1 FROM below WHERE id = :id)', ['of' => $above, 'id' => $id]);
    }

    /** Whoever changes the tree does so alone. */
    public function alone(): void
    {
        $this->locks->alone(Lock::Vocabulary);
    }

    /** @param array<string, mixed> $values columns */
    public function change(int $id, array $values): void
    {
        $this->database->update('keyword', $values, ['id' => $id]);
    }

    /** Frames that bore one word bear another; what stood below the one stands below the other. */
    public function give(int $from, int $to): void
    {
        $this->database->executeStatement('INSERT INTO frame_keyword (frame_id, keyword_id)
            SELECT frame_id, ?
            FROM frame_keyword
            WHERE keyword_id = ?
            ON CONFLICT DO NOTHING', [$to, $from]);
        $this->database->executeStatement('DELETE FROM frame_keyword WHERE keyword_id = ?', [$from]);
    }

    public function drop(int $id): void
    {
        $this->database->executeStatement(self::BELOW.'
            DELETE FROM frame_keyword
            WHERE keyword_id IN (SELECT id FROM below)', ['of' => $id]);
        $this->database->executeStatement(self::BELOW.'
            DELETE FROM keyword
            WHERE id IN (SELECT id FROM below)', ['of' => $id]);
    }

    /** @return iterable<array{depth: int, word: string, synonyms: list<string>, heading: bool}> each after its parent */
    public function all(): iterable
    {
        foreach ($this->database->iterateAssociative('WITH RECURSIVE t AS (SELECT id, word, synonyms, is_heading, 0 AS depth, ARRAY[lower(word)] AS place FROM keyword WHERE parent_id IS NULL UNION ALL SELECT k.id, k.word, k.synonyms, k.is_heading, t.depth + 1, t.place || lower(k.word) FROM t JOIN keyword k ON k.parent_id = t.id)
            SELECT *
            FROM t
            ORDER BY place') as $row) {
            $keyword = new KeywordRow(['id' => $row['id'], 'word' => $row['word'], 'synonyms' => $row['synonyms'], 'is_heading' => $row['is_heading']]);
            yield ['depth' => Row::number($row['depth']), 'word' => $keyword->word, 'synonyms' => $keyword->synonyms, 'heading' => $keyword->isHeading];
        }
    }

    /**
     * @param list<mixed> $of
     *
     * @return list<KeywordRow>
     */
    private function rows(string $query, array $of): array
    {
        return array_map(static fn (array $row): KeywordRow => new KeywordRow($row), $this->database->fetchAllAssociative($query, $of));
    }
}
