<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Placing;

use Doctrine\DBAL\Connection;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\Row;

/** What stores hold of which work, by the sums that are kept of shoots. */
final readonly class HoldingRepository
{
    public function __construct(private Connection $database)
    {
    }

    /** @return list<array{store: int, kind: string, year: string, shoots: int, bytes: int}> proven copies by store, the latest year first */
    public function all(): array
    {
        return array_map(static fn (array $row): array => ['store' => Row::number($row[0]), 'kind' => Row::word($row[1]), 'year' => Row::word($row[2]), 'shoots' => Row::number($row[3]), 'bytes' => Row::number($row[4])], $this->database->fetchAllNumeric("SELECT t.store_id, t.kind, t.year, count(DISTINCT t.shoot_id), sum(t.bytes)::bigint
            FROM (SELECT c.store_id, c.shoot_id, c.bytes, left(h.date, 4) AS year,
                    work_of(h) AS kind
                FROM shoot_copies c
                JOIN shoot h ON h.id = c.shoot_id
                JOIN store s ON s.id = c.store_id
                WHERE c.state = '".CopyState::Proven->value."' AND c.copies > 0 AND ".StoreRole::IN_USE.') t
            GROUP BY 1, 2, 3
            ORDER BY 1, 3 DESC, 2'));
    }

    /** @return array<int, array<string, int>> store => state => copies of a shoot */
    public function ofShoot(int $shoot): array
    {
        $found = [];
        foreach ($this->database->fetchAllNumeric('SELECT store_id, state, sum(copies)
            FROM shoot_copies
            WHERE shoot_id = ?
            GROUP BY 1, 2', [$shoot]) as [$store, $state, $copies]) {
            $found[Row::number($store)][Row::word($state)] = Row::number($copies);
        }

        return $found;
    }

    /**
     * Shoots that are not filed away, and are said to be finished, or older than a day.
     *
     * @param string|null $before "2025-11-30"; null for those that are finished, however old
     *
     * @return list<int> the oldest first
     */
    public function toFile(?string $before): array
    {
        return Row::numbers($this->database->fetchFirstColumn('SELECT id
            FROM shoot
            WHERE filed_at IS NULL AND files > 0 AND '.(null === $before ? 'finished_at IS NOT NULL' : 'date < ?').'
            ORDER BY date, id', null === $before ? [] : [$before]));
    }
}
