<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Placing;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Placing\Verb;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Row;

/** Owns "placing_asked": what was asked of many shoots at once, until a worker comes to each of them. */
final readonly class PlacingAskedRepository
{
    public function __construct(private Connection $database)
    {
    }

    /** @param list<int> $shoots */
    public function files(array $shoots): int
    {
        return Row::number($this->database->fetchOne('SELECT coalesce(sum(files), 0) FROM shoot WHERE id IN (?)', [$shoots], [ArrayParameterType::INTEGER]));
    }

    /** @param list<int> $shoots in the order in which it is to be done */
    public function ask(Verb $verb, array $shoots, ?int $store, AskedBy $by): void
    {
        $this->database->executeStatement('INSERT INTO placing_asked (shoot_id, verb, store_id, asked_by, asked_at)
            SELECT j.shoot::int, ?, ?, ?, now()
            FROM json_array_elements_text(?) WITH ORDINALITY AS j(shoot, place)
            ORDER BY j.place', [$verb->value, $store, $by->value, json_encode($shoots, \JSON_THROW_ON_ERROR)]);
    }

    /** @return array{id: int, shoot: int, verb: Verb, store: int|null, by: AskedBy}|null the next of them */
    public function next(): ?array
    {
        $columns = $this->database->fetchAssociative('SELECT id, shoot_id, verb, store_id, asked_by FROM placing_asked ORDER BY id LIMIT 1');
        if (false === $columns) {
            return null;
        }
        $row = Row::of($columns);

        return ['id' => $row->int('id'), 'shoot' => $row->int('shoot_id'), 'verb' => Verb::from($row->text('verb')), 'store' => $row->intOrNull('store_id'), 'by' => AskedBy::from($row->text('asked_by'))];
    }

    /** Whether it is this call by which it is done with. */
    public function take(int $id): bool
    {
        return 1 === (int) $this->database->executeStatement('DELETE FROM placing_asked WHERE id = ?', [$id]);
    }

    public function waiting(): int
    {
        return Row::number($this->database->fetchOne('SELECT count(*) FROM placing_asked'));
    }

    /** @return list<Verb> what is still to be entered of a shoot */
    public function ofShoot(int $shoot): array
    {
        return array_map(static fn (mixed $verb): Verb => Verb::from(Row::word($verb)), $this->database->fetchFirstColumn('SELECT verb FROM placing_asked WHERE shoot_id = ? ORDER BY id', [$shoot]));
    }
}
