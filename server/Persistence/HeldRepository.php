<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Held\HeldAs;

/** Asks the ledger which of a card's files it holds: by size, by quick print, by exposure. */
final readonly class HeldRepository
{
    public function __construct(private Connection $database)
    {
    }

    /**
     * @param list<int> $sizes bytes
     *
     * @return array<int, true> those of them that occur in the ledger
     */
    public function sizes(array $sizes): array
    {
        $found = $this->database->fetchFirstColumn('SELECT DISTINCT bytes FROM ledger_file WHERE bytes IN (?)', [array_values(array_unique($sizes))], [ArrayParameterType::INTEGER]);

        return array_fill_keys(array_map(static fn (mixed $size): int => is_numeric($size) ? (int) $size : 0, $found), true);
    }

    /**
     * @param list<string> $prints
     *
     * @return array<string, HeldAs> quick print => the earliest file of that print
     */
    public function byPrint(array $prints): array
    {
        return $this->heldAs('SELECT l.quick_print AS key, c.path, c.proven_at, l.frame_id FROM ledger_file l JOIN copy c ON c.file_id = l.id WHERE l.quick_print IN (?) ORDER BY l.id', $prints);
    }

    /**
     * @param list<string> $identities
     *
     * @return array<string, HeldAs> exposure identity => the earliest frame of it
     */
    public function byExposure(array $identities): array
    {
        return $this->heldAs('SELECT f.exposure_identity AS key, c.path, c.proven_at, l.frame_id FROM frame f JOIN ledger_file l ON l.frame_id = f.id JOIN copy c ON c.file_id = l.id WHERE f.exposure_identity IN (?) ORDER BY f.id, l.id', $identities);
    }

    /**
     * @param list<string> $keys
     *
     * @return array<string, HeldAs>
     */
    private function heldAs(string $query, array $keys): array
    {
        $held = [];
        foreach (array_chunk($keys, 10_000) as $some) {
            foreach ($this->database->fetchAllAssociative($query, [$some], [ArrayParameterType::STRING]) as $row) {
                if (\is_string($row['key']) && \is_string($row['path']) && \is_string($row['proven_at']) && is_numeric($row['frame_id'])) {
                    $held[$row['key']] ??= new HeldAs($row['path'], substr($row['proven_at'], 0, 10), (int) $row['frame_id']);
                }
            }
        }

        return $held;
    }
}
