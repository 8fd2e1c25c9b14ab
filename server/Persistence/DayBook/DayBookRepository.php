<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\DayBook;

use Doctrine\DBAL\Connection;
use VelvetLedger\Server\Persistence\Row;

/** Reads the day book, and whether its chain of digests is whole. */
final readonly class DayBookRepository
{
    public const PAGE = 100;

    private const ENTRIES = 'SELECT e.id, e.at, e.kind, e.entry, e.intake_id, e.shoot_id, s.name AS store, c.label AS card, h.description AS shoot
        FROM day_book_entry e
        LEFT JOIN store s ON s.id = e.store_id
        LEFT JOIN card c ON c.id = e.card_id
        LEFT JOIN shoot h ON h.id = e.shoot_id';

    public function __construct(private Connection $database)
    {
    }

    /**
     * The latest first.
     *
     * @return list<array<string, mixed>> at most a page, and one more where there are more
     */
    public function page(DayBookQuery $query, int $before): array
    {
        [$where, $of] = $query->where();

        return $this->database->fetchAllAssociative(self::ENTRIES." WHERE $where AND (? = 0 OR e.id < ?) ORDER BY e.id DESC LIMIT ".(self::PAGE + 1), [...$of, $before, $before]);
    }

    /** @return iterable<array<string, mixed>> all, the earliest first, with their seals */
    public function all(DayBookQuery $query): iterable
    {
        [$where, $of] = $query->where();

        return $this->database->iterateAssociative(str_replace(' FROM day_book_entry', ', l.position, l.digest FROM day_book_entry', self::ENTRIES)." LEFT JOIN day_book_seal l ON l.entry_id = e.id WHERE $where ORDER BY e.id", $of);
    }

    /** @return array<string, list<array{id: int, name: string}>> what entries can be asked for by: cards and stores that there are entries of */
    public function subjects(): array
    {
        $found = ['cards' => [], 'stores' => []];
        foreach (['cards' => 'SELECT id, label
            FROM card c
            WHERE EXISTS (SELECT 1 FROM day_book_entry e WHERE e.card_id = c.id)
            ORDER BY label, id', 'stores' => 'SELECT id, name
            FROM store
            ORDER BY id'] as $what => $query) {
            foreach ($this->database->fetchAllNumeric($query) as [$id, $name]) {
                $found[$what][] = ['id' => Row::number($id), 'name' => Row::word($name)];
            }
        }

        return $found;
    }

    /** @return array{int, string} entries, and the digest of the last */
    public function length(): array
    {
        $entries = $this->database->fetchOne('SELECT count(*) FROM day_book_entry');
        $last = $this->database->fetchOne('SELECT digest FROM day_book_seal ORDER BY position DESC LIMIT 1');

        return [Row::number($entries), \is_string($last) ? $last : ''];
    }

    /** The digest of a seal; '' for none, before the first. */
    public function sealAt(int $position): string
    {
        $digest = 0 === $position ? '' : $this->database->fetchOne('SELECT digest
            FROM day_book_seal
            WHERE position = ?', [$position]);

        return \is_string($digest) ? $digest : 'none';
    }

    /** Works out again what follows, at most so many entries of it: each seal is the digest of the one before and of its entry, and each entry has one. */
    public function check(ChainChecked $from, int $most, int $now): ChainChecked
    {
        $row = $this->database->fetchAssociative(
            "WITH s AS MATERIALIZED (
                SELECT * FROM day_book_seal WHERE position > ? ORDER BY position LIMIT $most
            ), t AS (
                SELECT s.position, s.entry_id, s.digest, day_book_digest(coalesce(lag(s.digest) OVER (ORDER BY s.position), ?), e) AS again
                FROM s
                LEFT JOIN LATERAL (SELECT * FROM day_book_entry WHERE id = s.entry_id LIMIT 1) e ON true
            )
            SELECT count(*) AS many, max(position) AS position,
                (SELECT digest FROM t ORDER BY position DESC LIMIT 1) AS digest,
                (SELECT entry_id FROM t WHERE again IS DISTINCT FROM digest ORDER BY position LIMIT 1) AS broken
            FROM t",
            [$from->position, $from->digest],
        );
        $is = Row::of(false === $row ? [] : $row);
        $many = $is->int('many');
        $isAll = $many < $most;
        $broken = $is->intOrNull('broken') ?? ($isAll ? $this->unsealed() : null);

        return $from->and($is->intOrNull('position') ?? $from->position, $is->textOrNull('digest') ?? $from->digest, $broken, $isAll, $now);
    }

    /** The first entry that has no seal; looked for where there are more entries than seals. */
    private function unsealed(): ?int
    {
        if (true !== $this->database->fetchOne('SELECT (SELECT count(*) FROM day_book_entry) <> (SELECT count(*) FROM day_book_seal)')) {
            return null;
        }
        $first = $this->database->fetchOne('SELECT e.id
            FROM day_book_entry e
            WHERE NOT EXISTS (SELECT 1 FROM day_book_seal s WHERE s.entry_id = e.id)
            ORDER BY e.id LIMIT 1');

        return Row::numberOrNull($first);
    }
}
