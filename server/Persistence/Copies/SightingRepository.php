<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Copies;

use Doctrine\DBAL\Connection;
use VelvetLedger\Server\Machines\Machine;
use VelvetLedger\Server\Persistence\Row;

/** Which machine sees which store: owns machine and store_sighting. */
final readonly class SightingRepository
{
    /** Seconds after which a machine that says nothing sees nothing. */
    private const FRESH = 60;

    public function __construct(private Connection $database, private Machine $here)
    {
    }

    /** @param array<int, array{string, string|null}> $stores that are here now: path and device by store */
    public function sees(array $stores): void
    {
        $rows = array_map(static fn (int $store, array $place): array => ['store' => $store, 'path' => $place[0], 'device' => $place[1]], array_keys($stores), $stores);
        $this->database->transactional(function () use ($rows): void {
            $this->database->executeStatement('INSERT INTO machine (id, name, seen_at)
                VALUES (?, ?, now())
                ON CONFLICT (id) DO UPDATE
                SET name = excluded.name, seen_at = excluded.seen_at', [$this->here->id, $this->here->name]);
            $this->database->executeStatement('DELETE FROM store_sighting
                WHERE machine = ? AND store_id NOT IN (SELECT j.store FROM json_to_recordset(?) AS j(store int))', [$this->here->id, json_encode($rows, \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE)]);
            $this->database->executeStatement(
                'INSERT INTO store_sighting (store_id, machine, path, device, seen_at) SELECT j.store, ?, j.path, j.device, now() FROM json_to_recordset(?) AS j(store int, path text, device text)
                 ON CONFLICT (store_id, machine) DO UPDATE SET path = excluded.path, device = excluded.device, seen_at = excluded.seen_at',
                [$this->here->id, json_encode($rows, \JSON_THROW_ON_ERROR | \JSON_INVALID_UTF8_SUBSTITUTE)],
            );
        });
    }

    /** @return array<int, array{id: string, name: string}> the other machine that sees a store now, by store; of several, the one that saw it last */
    public function elsewhere(): array
    {
        $found = [];
        foreach ($this->database->fetchAllAssociative('SELECT s.store_id, m.id, m.name
            FROM store_sighting s
            JOIN machine m ON m.id = s.machine
            WHERE m.id <> ? AND s.seen_at > now() - make_interval(secs => ?)
            ORDER BY s.seen_at DESC', [$this->here->id, self::FRESH]) as $row) {
            $found[Row::number($row['store_id'])] ??= ['id' => Row::word($row['id']), 'name' => Row::word($row['name'])];
        }

        return $found;
    }

    /** @return array<int, \DateTimeImmutable> store => when any machine saw it last */
    public function lastSeen(): array
    {
        $found = [];
        foreach ($this->database->fetchAllKeyValue('SELECT store_id, max(seen_at)
            FROM store_sighting
            GROUP BY 1') as $store => $at) {
            $found[(int) $store] = new \DateTimeImmutable(Row::word($at));
        }

        return $found;
    }

    /** What a machine is called; null for this one, and for one that is not known. */
    public function nameOf(?string $machine): ?string
    {
        $name = null === $machine || $machine === $this->here->id ? false : $this->database->fetchOne('SELECT name
            FROM machine
            WHERE id = ?', [$machine]);

        return \is_string($name) ? $name : null;
    }
}
