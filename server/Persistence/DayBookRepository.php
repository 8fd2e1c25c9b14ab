<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\DBAL\Connection;

/** Reads the day book, and whether its chain of digests is whole. */
final readonly class DayBookRepository
{
    public const PAGE = 100;

    private const ENTRIES = 'SELECT e.id, e.at, e.kind, e.entry, e.intake_id, e.shoot_id, s.name AS store, c.label AS card, h.description AS shoot FROM day_book_entry e LEFT JOIN store s ON s.id = e.store_id LEFT JOIN card c ON c.id = e.card_id LEFT JOIN shoot h ON h.id = e.shoot_id';

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
        foreach (['cards' => 'SELECT id, label FROM card c WHERE EXISTS (SELECT 1 FROM day_book_entry e WHERE e.card_id = c.id) ORDER BY label, id', 'stores' => 'SELECT id, name FROM store ORDER BY id'] as $what => $query) {
            foreach ($this->database->fetchAllNumeric($query) as [$id, $name]) {
                $found[$what][] = ['id' => is_numeric($id) ? (int) $id : 0, 'name' => \is_string($name) ? $name : ''];
            }
        }

        return $found;
    }

    /**
     * Works the chain out again: entries, and the number of the first that does not fit, or that has no seal.
     *
     * @return array{int, int|null, string} entries, the first that does not fit, the digest of the last
     */
    public function chain(): array
    {
        $count = $this->database->fetchOne('SELECT count(*) FROM day_book_entry');
        $entries = is_numeric($count) ? (int) $count : 0;
        $broken = $this->database->fetchOne("SELECT entry_id FROM (SELECT s.position, s.entry_id, s.digest, day_book_digest(coalesce(lag(s.digest) OVER (ORDER BY s.position), ''), e) AS again FROM day_book_seal s LEFT JOIN day_book_entry e ON e.id = s.entry_id) t WHERE again IS DISTINCT FROM digest ORDER BY position LIMIT 1");
        $unsealed = $this->database->fetchOne('SELECT e.id FROM day_book_entry e WHERE NOT EXISTS (SELECT 1 FROM day_book_seal s WHERE s.entry_id = e.id) ORDER BY e.id LIMIT 1');
        $last = $this->database->fetchOne('SELECT digest FROM day_book_seal ORDER BY position DESC LIMIT 1');
        $first = is_numeric($broken) ? (int) $broken : (is_numeric($unsealed) ? (int) $unsealed : null);

        return [$entries, $first, \is_string($last) ? $last : ''];
    }
}
