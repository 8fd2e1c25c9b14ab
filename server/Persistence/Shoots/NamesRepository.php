<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Shoots;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Naming\Scope;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Server\Persistence\Copies\StepKind;
use VelvetLedger\Server\Persistence\Copies\StepState;
use VelvetLedger\Server\Persistence\Row;

/** Which names and numbers the ledger has given, or promised: those of frames, from their promise on, and of the copies that there are, until they are moved away. */
final readonly class NamesRepository
{
    private const ASIDE = 'SELECT stem FROM frame WHERE aside_from = ? AND let_go_at IS NULL';
    private const GIVEN = "SELECT stem FROM frame WHERE folder = ?
            UNION SELECT name FROM receipt_line WHERE folder = ? AND outcome IN ('".Outcome::Waiting->value."', '".Outcome::Failed->value."')
            UNION SELECT regexp_replace(c.path, '^.*/', '') FROM frame f JOIN file l ON l.frame_id = f.id JOIN copy c ON c.file_id = l.id WHERE f.folder = ?";
    private const MOVES = "w.kind = '".StepKind::Move->value."' AND w.state ".StepState::IS_OWED;

    private const LEAVING = "SELECT regexp_replace(c.path, '^.*/', '') FROM step w JOIN copy c ON c.id = w.copy_id WHERE ".self::MOVES." AND regexp_replace(c.path, '/?[^/]*$', '') = ?";

    public function __construct(private Connection $database)
    {
    }

    /**
     * What is given in a folder, or still lies there at a store that has not followed yet: for files that are new there.
     *
     * @param string $folder from the store's root
     *
     * @return list<string> names of files and of frames in it
     */
    public function inFolder(string $folder): array
    {
        $moving = "SELECT regexp_replace(c.path, '^.*/', '')
            FROM step w
            JOIN copy c ON c.id = w.copy_id
            WHERE ".self::MOVES." AND regexp_replace(c.path, '/?[^/]*$', '') = ?";

        return $this->names(self::GIVEN.' UNION '.self::ASIDE." UNION $moving", $folder, $folder, $folder, $folder, $folder);
    }

    /**
     * The same without what is to leave it: for files that move, of which each waits for the one before. The name of a frame that is
     * set aside can be another's meanwhile: it is told apart when it comes back.
     *
     * @return list<string>
     */
    public function stayingInFolder(string $folder): array
    {
        return $this->names(self::GIVEN.' AND NOT EXISTS (SELECT 1 FROM step w WHERE w.copy_id = c.id AND '.self::MOVES.')', $folder, $folder, $folder);
    }

    /** @return list<string> names of files that still lie in a folder of some store, and are to be moved */
    public function leavingFolder(string $folder): array
    {
        return $this->names(self::LEAVING, $folder);
    }

    /**
     * @param list<string> $days   "2026-05-04"
     * @param list<int>    $except shoots
     *
     * @return list<string> what frames of other shoots of these days are called
     */
    public function stemsOfOthers(array $days, array $except): array
    {
        return array_values(array_filter($this->database->fetchFirstColumn('SELECT DISTINCT r.stem FROM shoot s JOIN frame r ON r.shoot_id = s.id WHERE s.date IN (?) AND s.id NOT IN (?)', [$days, $except], [ArrayParameterType::STRING, ArrayParameterType::INTEGER]), \is_string(...)));
    }

    /**
     * @param list<string> $days "2026-05-04"
     *
     * @return list<string> what frames of shoots of these days are called
     */
    public function stemsOfDays(array $days): array
    {
        return array_values(array_filter($this->database->fetchFirstColumn('SELECT DISTINCT r.stem FROM shoot s JOIN frame r ON r.shoot_id = s.id WHERE s.date IN (?)', [$days], [ArrayParameterType::STRING]), \is_string(...)));
    }

    public function lastNumberInShoot(string $folder, string $date, string $description): ?int
    {
        return $this->number('SELECT max(f.sequence)
            FROM shoot s
            JOIN frame f ON f.shoot_id = s.id
            WHERE s.place = ?', Shoot::placeOf($folder, $date, $description));
    }

    public function lastNumberOnDay(string $date): ?int
    {
        return $this->number('SELECT max(f.sequence)
            FROM shoot s
            JOIN frame f ON f.shoot_id = s.id
            WHERE s.date = ? AND f.sequence_scope = ?', $date, Scope::Day->value);
    }

    public function lastNumberRunning(): ?int
    {
        return $this->number('SELECT max(sequence) FROM frame WHERE sequence_scope = ?', Scope::RunningOn->value);
    }

    /** @return list<string> */
    private function names(string $query, string ...$of): array
    {
        return array_values(array_filter($this->database->fetchFirstColumn($query, $of), \is_string(...)));
    }

    private function number(string $query, string ...$of): ?int
    {
        $last = $this->database->fetchOne($query, $of);

        return Row::numberOrNull($last);
    }
}
