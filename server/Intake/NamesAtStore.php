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
    /** What failed may be tried again, and keeps its name till then. */
    private const PROMISED = "('".Outcome::Waiting->value."', '".Outcome::Failed->value."')";

    /** @var array<array-key, array<array-key, string>> folder => key of a name => the name */
    private array $names = [];

    /** @var array<array-key, array<array-key, true>> folder => keys of names up to their first full stop */
    private array $stems = [];

    public function __construct(private readonly Store $store, private readonly Connection $database)
    {
    }

    public function isTaken(string $folder, string $stem): bool
    {
        $this->look($folder);

        return isset($this->stems[$folder][PortableText::key($stem)]);
    }

    public function spelling(string $parent, string $name): ?string
    {
        $found = is_dir($this->path($parent).'/'.$name) ? $name : $this->look($parent)[PortableText::key($name)] ?? null;

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
            "SELECT max(number) FROM (SELECT f.sequence AS number FROM frame f JOIN shoot s ON f.shoot_id = s.id WHERE $frames UNION ALL SELECT sequence FROM receipt_line WHERE outcome IN ".self::PROMISED." AND $promised) AS given",
            [...$of, ...$of],
        );

        return is_numeric($last) ? (int) $last : null;
    }

    /** @return array<array-key, string> key of a name => the name */
    private function look(string $folder): array
    {
        if (!isset($this->names[$folder])) {
            $promised = $this->database->fetchFirstColumn('SELECT name FROM receipt_line WHERE folder = ? AND outcome IN '.self::PROMISED, [$folder]);
            $this->names[$folder] = [];
            foreach ([...FolderNames::in($this->path($folder)), ...array_filter($promised, \is_string(...))] as $name) {
                $this->names[$folder][PortableText::key($name)] = $name;
                $this->stems[$folder][PortableText::key(explode('.', $name)[0])] = true;
            }
        }

        return $this->names[$folder];
    }

    private function path(string $folder): string
    {
        return rtrim($this->store->path.'/'.$folder, '/');
    }
}
