<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Changes;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Keeping\FollowsFolder;
use VelvetLedger\Server\Persistence\Copies\StepState;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\Row;

/** Owns "following": that files which are not the ledger's follow a change of places at a store, until they do. */
final readonly class FollowingRepository
{
    private const WAITS = 'state '.StepState::IS_OWED;

    public function __construct(private Connection $database)
    {
    }

    /**
     * At every store in use; what a store that is away has in these folders is not known before it is back.
     *
     * @param list<FollowsFolder> $following
     */
    public function enter(int $change, array $following): void
    {
        foreach ($following as $one) {
            $this->database->executeStatement('INSERT INTO following (change_id, store_id, shoot_id, from_folder, to_folder, names, others, all_of_it, state, asked_at)
                SELECT ?, s.id, ?, ?, ?, ?, ?, ?, ?, now()
                FROM store s
                WHERE '.StoreRole::IN_USE.'
                ORDER BY s.id', [$change, $one->shoot, $one->from, $one->to, json_encode((object) $one->names, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE), $this->foldersOfOthers($one), $one->all ? 'true' : 'false', StepState::Waiting->value]);
        }
    }

    /** What followed a change goes back: by the change that takes it back. */
    public function enterBack(int $change, int $takenBack): void
    {
        foreach ($this->database->fetchAllAssociative('SELECT id, store_id, shoot_id, from_folder, to_folder, names, all_of_it, state, plan IS NOT NULL AS is_begun
            FROM following
            WHERE change_id = ?
            ORDER BY id', [$takenBack]) as $columns) {
            $row = Row::of($columns);
            if (StepState::Waiting->value === $row->text('state') && !$row->bool('is_begun')) {
                $this->database->executeStatement('UPDATE following SET state = ?, done_at = now() WHERE id = ?', [StepState::CalledOff->value, $row->int('id')]);
                continue;
            }
            $back = (new FollowsFolder($row->int('shoot_id'), $row->text('from_folder'), $row->text('to_folder'), FollowingRow::names($row->text('names')), $row->bool('all_of_it')))->back();
            $this->database->executeStatement('INSERT INTO following (change_id, store_id, shoot_id, from_folder, to_folder, names, others, all_of_it, reverses, state, asked_at)
                VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, now())', [$change, $row->int('store_id'), $back->shoot, $back->from, $back->to, json_encode((object) $back->names, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE), $this->foldersOfOthers($back), $back->all ? 'true' : 'false', $row->int('id'), StepState::Waiting->value]);
        }
    }

    /**
     * What is to be done at a store, in order: not before the copies of its change went where they are to be, and what was asked for earlier there.
     *
     * @return list<FollowingRow>
     */
    public function ready(int $store): array
    {
        $ready = $wait = [];
        foreach ($this->database->fetchAllAssociative("SELECT w.id, w.shoot_id, w.from_folder, w.to_folder, w.names, w.others, w.all_of_it, w.plan, w.is_gathered, b.plan AS reversed, EXISTS (SELECT 1 FROM step x WHERE x.store_id = w.store_id AND x.kind = 'move' AND x.change_id = w.change_id AND x.state ".StepState::IS_OWED.") AS waits
            FROM following w
            LEFT JOIN following b ON b.id = w.reverses
            WHERE w.store_id = ? AND w.state = '".StepState::Waiting->value."'
            ORDER BY w.id", [$store]) as $columns) {
            $row = new FollowingRow($columns);
            $folders = [$row->following->from, $row->following->to];
            if (Row::of($columns)->bool('waits') || [] !== array_intersect($folders, $wait)) {
                array_push($wait, ...$folders);
            } else {
                $ready[] = $row;
            }
        }

        return $ready;
    }

    /** @return list<FollowsFolder> what is still to follow at the main store */
    public function atMain(): array
    {
        return array_map(static function (array $columns): FollowsFolder {
            $row = Row::of($columns);

            return new FollowsFolder($row->int('shoot_id'), $row->text('from_folder'), $row->text('to_folder'), FollowingRow::names($row->text('names')), $row->bool('all_of_it'));
        }, $this->database->fetchAllAssociative("SELECT w.shoot_id, w.from_folder, w.to_folder, w.names, w.all_of_it
            FROM following w
            JOIN store s ON s.id = w.store_id AND s.role = '".StoreRole::Main->value."'
            WHERE w.state ".StepState::IS_OWED.'
            ORDER BY w.id'));
    }

    /** @param list<array{string, string}> $plan from and to, from the store's root: written down before anything is moved */
    public function plan(FollowingRow $row, array $plan): void
    {
        $this->database->executeStatement('UPDATE following SET plan = ?, tried_at = now() WHERE id = ?', [json_encode($plan, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE), $row->id]);
    }

    /** Each lies beside where it is to be, so that none of them is in another's way. */
    public function gathered(FollowingRow $row): void
    {
        $this->database->executeStatement('UPDATE following SET is_gathered = true WHERE id = ?', [$row->id]);
    }

    public function done(FollowingRow $row, string $because): void
    {
        $this->database->executeStatement('UPDATE following SET state = ?, done_at = now(), tried_at = now(), because = ? WHERE id = ?', [StepState::Done->value, '' === $because ? null : $because, $row->id]);
    }

    public function notYet(FollowingRow $row, string $because): void
    {
        $this->database->executeStatement('UPDATE following SET because = ?, tried_at = now() WHERE id = ? AND '.self::WAITS, [$because, $row->id]);
    }

    /**
     * Which of these are copies of the ledger's at a store, by where they lie.
     *
     * @param list<string> $paths from the store's root
     *
     * @return array<string, true>
     */
    public function copiesAmong(int $store, array $paths): array
    {
        return [] === $paths ? [] : array_fill_keys(array_map(Row::word(...), $this->database->fetchFirstColumn('SELECT path FROM copy WHERE store_id = ? AND path IN (?)', [$store, $paths], [1 => ArrayParameterType::STRING])), true);
    }

    /** @return array<int, int> store => how many folders are still to follow there, where any are */
    public function owed(): array
    {
        $owed = [];
        foreach ($this->database->fetchAllKeyValue('SELECT store_id, count(*) FROM following WHERE '.self::WAITS.' GROUP BY 1 ORDER BY 1') as $store => $many) {
            $owed[(int) $store] = Row::number($many);
        }

        return $owed;
    }

    /** Folders that frames of other shoots lie in when a change is made, there or below, from a store's root: what else is in them is not known to be this shoot's. As JSON. */
    private function foldersOfOthers(FollowsFolder $following): string
    {
        return Row::word($this->database->fetchOne("SELECT coalesce(json_agg(DISTINCT r.folder), '[]')
            FROM frame r
            WHERE (r.folder = ? OR starts_with(r.folder, ? || '/')) AND r.let_go_at IS NULL AND r.shoot_id <> ?", [$following->from, $following->from, $following->shoot]));
    }
}
