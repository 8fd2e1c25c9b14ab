<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Naming\PortableText;
use VelvetLedger\Core\Plan\StoreState;
use VelvetLedger\Core\Words\Day;
use VelvetLedger\Server\Persistence\Shoots\NamesRepository;
use VelvetLedger\Server\Stores\Store;

/** The names and numbers in use at a store: those on its drive, and those that the ledger has given or promised, whether the drive shows them or not. */
final class NamesAtStore implements StoreState
{
    /** @var array<array-key, array<array-key, string>> folder => key of a name => the name */
    private array $names = [];

    /** @var array<array-key, array<array-key, true>> folder => keys of names up to their first full stop */
    private array $stems = [];

    /** @var array<string, array<string, true>> day => keys of stems around it */
    private array $around = [];

    public function __construct(private readonly Store $store, private readonly NamesRepository $ledger)
    {
    }

    public function isTaken(string $folder, string $stem): bool
    {
        $this->look($folder);

        return isset($this->stems[$folder][PortableText::key($stem)]);
    }

    public function stemsAround(string $date): array
    {
        return $this->around[$date] ??= array_fill_keys(array_map(PortableText::key(...), $this->ledger->stemsOfDays(Day::around($date))), true);
    }

    public function spelling(string $parent, string $name): ?string
    {
        $found = is_dir($this->path($parent).'/'.$name) ? $name : $this->look($parent)[PortableText::key($name)] ?? null;

        return null !== $found && is_dir($this->path($parent).'/'.$found) ? $found : null;
    }

    public function lastNumberInShoot(string $folder, string $date, string $description): ?int
    {
        return $this->ledger->lastNumberInShoot($folder, $date, $description);
    }

    public function lastNumberOnDay(string $date): ?int
    {
        return $this->ledger->lastNumberOnDay($date);
    }

    public function lastNumberRunning(): ?int
    {
        return $this->ledger->lastNumberRunning();
    }

    /** @return array<array-key, string> key of a name => the name */
    private function look(string $folder): array
    {
        if (!isset($this->names[$folder])) {
            $this->names[$folder] = [];
            foreach ([...FolderNames::in($this->path($folder)), ...$this->ledger->inFolder($folder)] as $name) {
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
