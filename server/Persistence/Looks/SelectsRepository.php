<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Looks;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Keeping\Selects;
use VelvetLedger\Core\Look\Pass;
use VelvetLedger\Server\Persistence\Row;

/** Of which shoots the selects are kept in step with how they are judged: shoot_selects. */
final readonly class SelectsRepository
{
    public function __construct(private Connection $database)
    {
    }

    public function of(int $shoot): ?Selects
    {
        $row = $this->database->fetchAssociative('SELECT pass, subfolder
            FROM shoot_selects
            WHERE shoot_id = ?', [$shoot]);

        return false === $row ? null : Selects::of(Pass::from(Row::of($row)->text('pass')), Row::of($row)->text('subfolder'));
    }

    public function keep(int $shoot, Selects $selects): void
    {
        $this->database->executeStatement('INSERT INTO shoot_selects (shoot_id, pass, subfolder)
            VALUES (?, ?, ?)
            ON CONFLICT (shoot_id) DO UPDATE SET pass = excluded.pass, subfolder = excluded.subfolder', [$shoot, $selects->pass->value, $selects->subfolder]);
    }

    public function stop(int $shoot): void
    {
        $this->database->executeStatement('DELETE FROM shoot_selects WHERE shoot_id = ?', [$shoot]);
    }

    /**
     * @param list<int> $frames
     *
     * @return list<int> those of their shoots whose selects are kept in step
     */
    public function shootsOf(array $frames): array
    {
        return array_map(Row::number(...), $this->database->fetchFirstColumn('SELECT s.shoot_id
            FROM shoot_selects s
            WHERE EXISTS (SELECT 1 FROM frame r WHERE r.shoot_id = s.shoot_id AND r.id IN (?))
            ORDER BY 1', [$frames], [ArrayParameterType::INTEGER]));
    }

    /** @return array<int, string> frame => folder from the store's root, of those of a shoot that are not set aside */
    public function folders(int $shoot): array
    {
        $folders = [];
        foreach ($this->database->fetchAllKeyValue('SELECT id, folder
            FROM frame
            WHERE shoot_id = ? AND aside_from IS NULL', [$shoot]) as $frame => $folder) {
            $folders[(int) $frame] = Row::word($folder);
        }

        return $folders;
    }
}
