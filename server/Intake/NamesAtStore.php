<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Naming\PortableText;
use VelvetLedger\Core\Naming\Scope;
use VelvetLedger\Core\Plan\StoreState;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Server\Settings\Store;

/** The names and numbers in use at a store: those on its drive and in the ledger, and those that an intake under way is about to give. */
final class NamesAtStore implements StoreState
{
    /** @var array<array-key, array<array-key, string>> folder => key of a name => the name */
    private array $folders = [];

    public function __construct(private readonly Store $store, private readonly Connection $database)
    {
    }

    public function isTaken(string $folder, string $name): bool
    {
        return isset($this->in($folder)[PortableText::key($name)]);
    }

    public function spelling(string $parent, string $name): ?string
    {
        $found = is_dir($this->path($parent).'/'.$name) ? $name : $this->in($parent)[PortableText::key($name)] ?? null;

        return null !== $found && is_dir($this->path($parent).'/'.$found) ? $found : null;
    }

    public function lastNumberInShoot(string $folder, string $date, string $description): ?int
    {
        return $this->last('s.folder = ? AND s.date = ? AND s.description = ?', 'shoot_folder = ? AND shoot_date = ? AND shoot_description = ?', $folder, $date, $description);
    }

    public function lastNumberOnDay(string $date): ?int
    {
        return $this->last('f.sequence_scope = ? AND s.date = ?', 'sequence_scope = ? AND shoot_date = ?', Scope::Day->value, $date);
    }

    public function lastNumberRunning(): ?int
    {
        return $this->last('f.sequence_scope = ?', 'sequence_scope = ?', Scope::RunningOn->value);
    }

    private function last(string $frames, string $promised, string ...$of): ?int
    {
        $last = $this->database->fetchOne(
            "SELECT max(number) FROM (SELECT f.sequence AS number FROM frame f JOIN shoot s ON f.shoot_id = s.id WHERE $frames UNION ALL SELECT sequence FROM receipt_line WHERE outcome = ? AND $promised) AS given",
            [...$of, Outcome::Waiting->value, ...$of],
        );

        return is_numeric($last) ? (int) $last : null;
    }

    /** @return array<array-key, string> */
    private function in(string $folder): array
    {
        if (!isset($this->folders[$folder])) {
            $promised = $this->database->fetchFirstColumn('SELECT name FROM receipt_line WHERE folder = ? AND outcome = ?', [$folder, Outcome::Waiting->value]);
            $this->folders[$folder] = [];
            foreach ([...FolderNames::in($this->path($folder)), ...array_filter($promised, \is_string(...))] as $name) {
                $this->folders[$folder][PortableText::key($name)] = $name;
            }
        }

        return $this->folders[$folder];
    }

    private function path(string $folder): string
    {
        return rtrim($this->store->path.'/'.$folder, '/');
    }
}
