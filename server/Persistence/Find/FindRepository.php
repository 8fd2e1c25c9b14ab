<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Find;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Find\Days;
use VelvetLedger\Core\Find\FindFacet;
use VelvetLedger\Core\Find\FrameSet;
use VelvetLedger\Server\Persistence\ArrayLiteral;
use VelvetLedger\Server\Persistence\Row;

/** Asks the index which frames have what, and counts values among frames. */
final readonly class FindRepository
{
    /** A word that is nowhere is taken for misspelt: words so much alike are taken in its place (pg_trgm's similarity). */
    private const ALIKE = 0.3;

    /** Words that are so much less alike than the one most alike are not meant. */
    private const LESS = 0.12;
    private const MOST_ALIKE = 12;
    private const MOST_WORDS = 5000;
    private const MOST_NAMES = 20_000;

    private const SET = "SELECT block, encode(bit_send(bit_or(bits)), 'hex') FROM find_bits WHERE";

    public function __construct(private Connection $database)
    {
    }

    public function all(): FrameSet
    {
        return $this->having(FindFacet::All, ['']);
    }

    /** @param list<string> $values */
    public function having(FindFacet $facet, array $values): FrameSet
    {
        return [] === $values ? FrameSet::none() : $this->set(self::SET.' value_id IN (SELECT id FROM find_value WHERE facet = ? AND value IN (?)) GROUP BY block', [$facet->value, $values], [1 => ArrayParameterType::STRING]);
    }

    public function within(Days $days): FrameSet
    {
        $where = [...array_fill(0, \count($days->spans), 'value BETWEEN ? AND ?'), ...array_fill(0, \count($days->yearly), 'substr(value, 6) BETWEEN ? AND ?')];

        return $this->set(self::SET." value_id IN (SELECT id FROM find_value WHERE facet = 'day' AND (".implode(' OR ', $where).')) GROUP BY block', array_merge(...$days->spans, ...$days->yearly));
    }

    /**
     * Frames of which a word is said: that word, in any of its forms, or one that it begins; where there is none, those most alike.
     *
     * @return array{FrameSet, list<string>} and the words that were taken in its place, where it is nowhere
     */
    public function saying(string $word): array
    {
        $ids = Row::numbers($this->database->fetchFirstColumn("SELECT id FROM find_value
            WHERE facet = 'word' AND value LIKE folded(?)
            UNION SELECT id FROM find_value
            WHERE facet = 'word' AND stems && ARRAY(SELECT DISTINCT s FROM find_languages l, unnest(l.of::regdictionary[]) d, unnest(ts_lexize(d, folded(?))) s)
            LIMIT ".self::MOST_WORDS, [addcslashes($word, '\\%_').'%', $word]));
        $found = [] === $ids ? FrameSet::none() : $this->ofValues($ids);
        if (1 === preg_match('/\d/', $word)) {
            $found = $found->or($this->called($word));
        }
        if (!$found->isEmpty()) {
            return [$found, []];
        }
        $alike = $this->database->fetchAllKeyValue("SELECT id, value FROM (
                SELECT id, value, similarity(value, folded(?)) AS alike, max(similarity(value, folded(?))) OVER () AS most FROM find_value
                WHERE facet = 'word' AND value % folded(?) AND EXISTS (SELECT 1 FROM find_bits b WHERE b.value_id = find_value.id)) v
            WHERE alike >= ? AND alike >= most - ?
            ORDER BY alike DESC, value LIMIT ".self::MOST_ALIKE, [$word, $word, $word, self::ALIKE, self::LESS]);

        return [] === $alike ? [$this->called($word), []] : [$this->ofValues(array_map(intval(...), array_keys($alike))), array_map(Row::word(...), array_values($alike))];
    }

    /** Frames of which this very word is said, or whose name has it. */
    public function sayingJustSo(string $word): FrameSet
    {
        $found = $this->set(self::SET." value_id IN (SELECT id FROM find_value WHERE facet = 'word' AND value = folded(?)) GROUP BY block", [$word]);

        return 1 === preg_match('/\d/', $word) ? $found->or($this->called($word)) : $found;
    }

    /**
     * @param list<string> $words
     *
     * @return list<string> without those that say nothing by themselves, as the dictionaries have them: "the", "some"
     */
    public function telling(array $words): array
    {
        return [] === $words ? [] : array_values(array_filter($this->database->fetchFirstColumn("SELECT w FROM json_array_elements_text(?) WITH ORDINALITY AS x(w, at)
            WHERE NOT EXISTS (SELECT 1 FROM find_languages l, unnest(l.of::regdictionary[]) d WHERE ts_lexize(d, folded(w)) = '{}')
            ORDER BY at", [json_encode($words, \JSON_THROW_ON_ERROR)]), \is_string(...)));
    }

    /** Frames that have this in their name, or had it on their card. */
    private function called(string $part): FrameSet
    {
        return FrameSet::of(...Row::numbers($this->database->fetchFirstColumn('SELECT frame_id FROM find_name WHERE names LIKE folded(?) LIMIT '.self::MOST_NAMES, ['%'.addcslashes($part, '\\%_').'%'])))->and($this->all());
    }

    /**
     * How many of these frames have each value of these facets.
     *
     * @param list<FindFacet>   $facets
     * @param list<string>|null $values of these only
     *
     * @return array<string, array<array-key, int>> facet => value => frames, none that none has
     */
    public function counts(FrameSet $frames, array $facets, ?array $values = null): array
    {
        $blocks = $frames->blocks();
        $found = [];
        if ([] === $blocks || [] === $facets) {
            return $found;
        }
        $names = array_map(static fn (FindFacet $facet): string => $facet->value, $facets);
        $of = [ArrayLiteral::of(array_keys($blocks)), ArrayLiteral::of(array_map(bin2hex(...), $blocks)), ArrayLiteral::of($names)];
        $types = [];
        $where = 'b.facet = ANY(?::text[])';
        if (null !== $values) {
            $where = 'b.value_id IN (SELECT id FROM find_value WHERE facet = ANY(?::text[]) AND value IN (?))';
            $of[] = $values;
            $types[3] = ArrayParameterType::STRING;
        }
        foreach ($this->database->fetchAllNumeric("SELECT v.facet, v.value, c.frames
            FROM (SELECT n.value_id, sum(n.frames) AS frames
                FROM (SELECT b.value_id, bit_count(b.bits & r.bits)::int AS frames
                    FROM (SELECT x.block, ('x' || x.hex)::bit(4096) AS bits FROM unnest(?::int[], ?::text[]) AS x(block, hex) OFFSET 0) r
                    JOIN find_bits b ON b.block = r.block AND $where OFFSET 0) n
                GROUP BY n.value_id) c
            JOIN find_value v ON v.id = c.value_id
            WHERE c.frames > 0", $of, $types) as [$facet, $value, $count]) {
            $found[Row::word($facet)][Row::word($value)] = Row::number($count);
        }

        return $found;
    }

    /** @param list<int> $ids */
    private function ofValues(array $ids): FrameSet
    {
        return $this->set(self::SET.' value_id IN (?) GROUP BY block', [$ids], [ArrayParameterType::INTEGER]);
    }

    /**
     * @param array<mixed>                           $of
     * @param array<int<0, max>, ArrayParameterType> $types
     */
    private function set(string $query, array $of, array $types = []): FrameSet
    {
        $blocks = [];
        foreach ($this->database->fetchAllKeyValue($query, array_values($of), $types) as $block => $hex) {
            $blocks[(int) $block] = (string) hex2bin(substr(Row::word($hex), 8)); // behind its length
        }

        return FrameSet::ofBlocks($blocks);
    }
}
