<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Find;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Find\CouldNotFind;
use VelvetLedger\Core\Find\FindQuery;
use VelvetLedger\Server\Persistence\Row;

/** Owns "kept_find": what is looked for again and again, by name. */
final readonly class KeptFindEntries
{
    public function __construct(private Connection $database)
    {
    }

    /** @return array<string, string> name => query as a text, by the alphabet */
    public function all(): array
    {
        $found = [];
        foreach ($this->database->fetchAllNumeric('SELECT name, query FROM kept_find ORDER BY lower(name)') as [$name, $query]) {
            $found[Row::word($name)] = Row::word($query);
        }

        return $found;
    }

    /** @throws CouldNotFind */
    public function keep(string $name, FindQuery $query): void
    {
        $name = trim($name);
        if ('' === $name || mb_strlen($name) > 200) {
            throw CouldNotFind::noName();
        }
        $this->database->executeStatement('INSERT INTO kept_find (name, query) VALUES (?, ?)
            ON CONFLICT (lower(name)) DO UPDATE SET name = excluded.name, query = excluded.query', [$name, $query->text()]);
    }

    public function drop(string $name): void
    {
        $this->database->executeStatement('DELETE FROM kept_find WHERE name = ?', [$name]);
    }
}
