<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Changes;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Keeping\CouldNotRename;
use VelvetLedger\Core\Keeping\ShootKept;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Persistence\Placing\StageTreeRepository;
use VelvetLedger\Server\Persistence\Row;
use VelvetLedger\Server\Persistence\Shoots\Shoot;

/** What is said of shoots, as it is changed by hand: of "shoot" all but its sums, and of "change_of_shoot" how they were before. */
final readonly class ShootChanges
{
    private const COLUMNS = 's.id, s.date, s.description, s.folder, s.notes, s.cover_chosen, s.kind_of_work AS said_kind, work_of(s) AS kind_of_work';

    public function __construct(private Connection $database, private StageTreeRepository $trees)
    {
    }

    public function kept(int $shoot): ShootKept
    {
        return $this->all([$shoot])[$shoot] ?? throw NotInLedger::shoot($shoot);
    }

    /**
     * @param list<int> $shoots
     *
     * @return array<int, ShootKept>
     */
    public function all(array $shoots): array
    {
        $kept = [];
        foreach ($this->database->fetchAllAssociative('SELECT '.self::COLUMNS.' FROM shoot s WHERE s.id IN (?) ORDER BY s.id', [$shoots], [ArrayParameterType::INTEGER]) as $columns) {
            $row = Row::of($columns);
            $kept[$row->int('id')] = new ShootKept($row->int('id'), $row->text('date'), $row->text('description'), $row->text('folder'), $row->text('kind_of_work'), $row->text('notes'), $row->intOrNull('cover_chosen'));
        }

        return $kept;
    }

    /** @param list<int> $shoots nobody else changes them until the transaction ends */
    public function lock(array $shoots): void
    {
        $this->database->executeStatement('SELECT 1 FROM shoot WHERE id IN (?) ORDER BY id FOR NO KEY UPDATE', [$shoots], [ArrayParameterType::INTEGER]);
    }

    /** One that frames go to, entered before they do; at home where these come from. */
    public function begin(ShootKept $shoot, int $from): int
    {
        $this->giveUp($shoot);

        $new = Row::number($this->database->fetchOne('INSERT INTO shoot (opened_at, date, description, folder, place, kind_of_work, notes, home_id, comes_to, filed_at, second_copy, second_copy_at)
            SELECT now(), ?, ?, ?, ?, ?, ?, home_id, comes_to, filed_at, second_copy, second_copy_at FROM shoot WHERE id = ?
            RETURNING id', [$shoot->date, $shoot->description, $shoot->folder, Shoot::placeOf($shoot->folder, $shoot->date, $shoot->description), $shoot->kindOfWork, $shoot->notes, $from]));
        $this->trees->inherit($new, $from);

        return $new;
    }

    /**
     * @param list<int> $shoots that a change is about: as they are before it
     * @param list<int> $new    those of them that it begins
     */
    public function remember(int $change, array $shoots, array $new): void
    {
        $this->database->executeStatement('INSERT INTO change_of_shoot (change_id, shoot_id, date, description, folder, kind_of_work, notes, cover_chosen, is_new)
            SELECT ?, id, date, description, folder, kind_of_work, notes, cover_chosen, id IN (?)
            FROM shoot
            WHERE id IN (?)', [$change, [] === $new ? [0] : $new, $shoots], [1 => ArrayParameterType::INTEGER, 2 => ArrayParameterType::INTEGER]);
    }

    /** @throws CouldNotRename where another shoot is that */
    public function set(ShootKept $shoot, ShootKept $before): void
    {
        $this->giveUp($shoot);
        $this->database->executeStatement('UPDATE shoot SET date = ?, description = ?, folder = ?, place = ?, kind_of_work = CASE WHEN ? THEN ? ELSE kind_of_work END, notes = ?, cover_chosen = ?
            WHERE id = ?', [$shoot->date, $shoot->description, $shoot->folder, Shoot::placeOf($shoot->folder, $shoot->date, $shoot->description), $shoot->kindOfWork !== $before->kindOfWork ? 'true' : 'false', $shoot->kindOfWork, $shoot->notes, $shoot->cover, $shoot->id]);
    }

    /**
     * Shoots are again as they were before a change; one that it began stays as it is, with nothing in it.
     *
     * @throws CouldNotRename where another is that by now
     */
    public function restore(int $change): void
    {
        foreach ($this->database->fetchAllAssociative('SELECT b.shoot_id, b.date, b.description, b.folder
            FROM change_of_shoot b
            WHERE b.change_id = ? AND NOT b.is_new
            ORDER BY b.shoot_id', [$change]) as $columns) {
            $row = Row::of($columns);
            $before = new ShootKept($row->int('shoot_id'), $row->text('date'), $row->text('description'), $row->text('folder'));
            $this->giveUp($before);
            $this->database->executeStatement('UPDATE shoot s SET date = b.date, description = b.description, folder = b.folder, place = ?, kind_of_work = b.kind_of_work, notes = b.notes, cover_chosen = b.cover_chosen
                FROM change_of_shoot b
                WHERE b.change_id = ? AND b.shoot_id = s.id AND s.id = ?', [Shoot::placeOf($before->folder, $before->date, $before->description), $change, $before->id]);
        }
    }

    /**
     * Shoots that a change was about, in which something was changed since that was not taken back.
     *
     * @return list<string> their names
     */
    public function changedSince(int $change): array
    {
        return array_map(static fn (array $row): string => (new ShootKept(0, Row::word($row['date']), Row::word($row['description']), ''))->name(), $this->database->fetchAllAssociative('SELECT DISTINCT s.date, s.description
            FROM change_of_shoot b
            JOIN shoot s ON s.id = b.shoot_id
            WHERE b.change_id = ? AND EXISTS (SELECT 1 FROM change h LEFT JOIN change_of_shoot o ON o.change_id = h.id AND o.shoot_id = s.id WHERE h.id > b.change_id AND h.taken_back_at IS NULL AND (h.shoot_id = s.id OR o.shoot_id IS NOT NULL))', [$change]));
    }

    /** A shoot whose frames all went to others gives its place up to one that is to be there; one that has any does not. */
    private function giveUp(ShootKept $shoot): void
    {
        $place = Shoot::placeOf($shoot->folder, $shoot->date, $shoot->description);
        $this->database->executeStatement("UPDATE shoot s SET place = md5('given up by ' || s.id)
            WHERE s.place = ? AND s.id <> ? AND NOT EXISTS (SELECT 1 FROM frame r WHERE r.shoot_id = s.id AND r.let_go_at IS NULL)", [$place, $shoot->id]);
        if (false !== $this->database->fetchOne('SELECT 1 FROM shoot WHERE place = ? AND id <> ?', [$place, $shoot->id])) {
            throw CouldNotRename::anotherShoot($shoot->name(), $shoot->folder);
        }
    }
}
