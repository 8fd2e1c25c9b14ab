<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Naming\Scope;

/** Which names and numbers the ledger has given, or promised: those of frames, from their promise on, and of the copies that there are. */
final readonly class NamesRepository
{
    public function __construct(private Connection $database)
    {
    }

    /**
     * @param string $folder from the store's root
     *
     * @return list<string> names of files and of frames in it
     */
    public function inFolder(string $folder): array
    {
        return array_values(array_filter($this->database->fetchFirstColumn(
            "SELECT stem FROM frame WHERE folder = ?
             UNION SELECT name FROM receipt_line WHERE folder = ? AND outcome IN ('waiting', 'failed')
             UNION SELECT regexp_replace(c.path, '^.*/', '') FROM frame f JOIN file l ON l.frame_id = f.id JOIN copy c ON c.file_id = l.id WHERE f.folder = ?",
            [$folder, $folder, $folder],
        ), \is_string(...)));
    }

    public function lastNumberInShoot(string $folder, string $date, string $description): ?int
    {
        return $this->number('SELECT max(f.sequence) FROM shoot s JOIN frame f ON f.shoot_id = s.id WHERE s.place = ?', Shoot::placeOf($folder, $date, $description));
    }

    public function lastNumberOnDay(string $date): ?int
    {
        return $this->number('SELECT max(f.sequence) FROM shoot s JOIN frame f ON f.shoot_id = s.id WHERE s.date = ? AND f.sequence_scope = ?', $date, Scope::Day->value);
    }

    public function lastNumberRunning(): ?int
    {
        return $this->number('SELECT max(sequence) FROM frame WHERE sequence_scope = ?', Scope::RunningOn->value);
    }

    private function number(string $query, string ...$of): ?int
    {
        $last = $this->database->fetchOne($query, $of);

        return Row::numberOrNull($last);
    }
}
