<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Looks;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Keeping\Selects;
use VelvetLedger\Core\Look\Pass;
use VelvetLedger\Core\Order\SelectsHow;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Row;

/** Of which shoots the selects are kept in step with how they are judged, or lie in a subfolder as copies: shoot_selects. */
final readonly class SelectsRepository
{
    public function __construct(private Connection $database)
    {
    }

    public function of(int $shoot): ?Selects
    {
        $columns = $this->database->fetchAssociative('SELECT pass, subfolder, how, frames
            FROM shoot_selects
            WHERE shoot_id = ?', [$shoot]);
        if (false === $columns) {
            return null;
        }
        $row = Row::of($columns);
        [$pass, $how] = [$row->textOrNull('pass'), SelectsHow::from($row->text('how'))];
        $frames = json_decode($row->textOrNull('frames') ?? '[]', true);

        return null === $pass ? Selects::picked(array_values(array_filter(\is_array($frames) ? $frames : [], \is_int(...))), $row->text('subfolder'), $how) : Selects::of(Pass::from($pass), $row->text('subfolder'), $how);
    }

    /** As the order of the shoot's first frame has it. */
    public function byOrder(int $shoot): SelectsHow
    {
        // "+ 0": the first of the shoot's frames is looked for among these, not among all frames in order of their numbers.
        $how = $this->database->fetchOne("SELECT i.standing_order->'afterwards'->>'selects'
            FROM intake i
            WHERE i.id = (SELECT r.intake_id FROM frame r WHERE r.shoot_id = ? ORDER BY r.id + 0 LIMIT 1)", [$shoot]);

        return SelectsHow::tryFrom(\is_string($how) ? $how : '') ?? SelectsHow::Moved;
    }

    public function keep(int $shoot, Selects $selects): void
    {
        $this->database->executeStatement('INSERT INTO shoot_selects (shoot_id, pass, subfolder, how, frames)
            VALUES (?, ?, ?, ?, ?)
            ON CONFLICT (shoot_id) DO UPDATE SET pass = excluded.pass, subfolder = excluded.subfolder, how = excluded.how, frames = excluded.frames', [$shoot, $selects->pass?->value, $selects->subfolder, $selects->how->value, null === $selects->frames ? null : json_encode(array_keys($selects->frames), \JSON_THROW_ON_ERROR)]);
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
            WHERE s.pass IS NOT NULL AND EXISTS (SELECT 1 FROM frame r WHERE r.shoot_id = s.shoot_id AND r.id IN (?))
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

    /** @return list<SelectRow> every file of a shoot that is proven at its home, what is set aside among them */
    public function files(int $shoot): array
    {
        return array_map(static fn (array $columns): SelectRow => new SelectRow($columns), $this->database->fetchAllAssociative("SELECT f.id AS file, r.id AS frame, c.path, r.stem || f.ending AS name, f.checksum,
                (SELECT coalesce(json_agg(DISTINCT p.checksum), '[]') FROM proof p WHERE p.copy_id = c.id AND p.holds) AS known
            FROM frame r
            JOIN file f ON f.frame_id = r.id
            JOIN copy c ON c.file_id = f.id AND c.state = '".CopyState::Proven->value."'
            JOIN shoot h ON h.id = r.shoot_id AND h.home_id = c.store_id
            WHERE r.shoot_id = ? AND NOT r.along AND r.let_go_at IS NULL
            ORDER BY r.taken_at, r.id, f.id", [$shoot]));
    }
}
