<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Plan\NamesInUse;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Server\Settings\Store;

/** The names in use at a store: those on its drive, and those that an intake under way is about to write. */
final class NamesAtStore implements NamesInUse
{
    /** @var array<string, array<string, true>> folder => names in lower case */
    private array $folders = [];

    public function __construct(private readonly Store $store, private readonly Connection $database)
    {
    }

    public function isTaken(string $folder, string $name): bool
    {
        $this->folders[$folder] ??= $this->read($folder);

        return isset($this->folders[$folder][mb_strtolower($name)]);
    }

    /** @return array<string, true> */
    private function read(string $folder): array
    {
        $names = FolderNames::in($this->store->path.'/'.$folder);
        $promised = $this->database->fetchFirstColumn('SELECT name FROM receipt_line WHERE folder = ? AND outcome = ?', [$folder, Outcome::Waiting->value]);
        $found = [];
        foreach ([...$names, ...$promised] as $name) {
            if (\is_string($name)) {
                $composed = \Normalizer::normalize(mb_scrub($name, 'UTF-8'));
                $found[mb_strtolower(\is_string($composed) ? $composed : $name)] = true;
            }
        }

        return $found;
    }
}
