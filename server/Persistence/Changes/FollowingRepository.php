<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Changes;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Keeping\FollowsFolder;
use VelvetLedger\Core\Order\StageTree;
use VelvetLedger\Server\Persistence\Copies\StepKind;
use VelvetLedger\Server\Persistence\Copies\StepState;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\Placing\StageTreeRepository;
use VelvetLedger\Server\Persistence\Row;

/** Owns "following": that files which are not the ledger's follow a change of places at a store, until they do. All of a change is one row, for what follows in one folder may be in the way of what follows in another. */
final readonly class FollowingRepository
{
    private const WAITS = 'state '.StepState::IS_OWED;

    /** Of what is to follow, w: copies of the same change are still to be moved there, and go before it. */
    private const COPIES_GO_FIRST = "EXISTS (SELECT 1 FROM step x WHERE x.store_id = w.store_id AND x.kind = '".StepKind::Move->value."' AND x.change_id = w.change_id AND x.state ".StepState::IS_OWED.')';

    public function __construct(private Connection $database, private StageTreeRepository $trees)
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
            foreach ('' === $one->from || '' === $one->to ? [] : $this->trees->roots($one->shoot) as $root) {
                $following[] = new FollowsFolder($one->shoot, StageTree::folder($root, $one->from), StageTree::folder($root, $one->to), $one->names, $one->all);
            }
        }
        if ([] !== $following) {
            $this->database->executeStatement('INSERT INTO following (change_id, store_id, folders, state, asked_at)
                SELECT ?, s.id, ?, ?, now()
                FROM store s
                WHERE '.StoreRole::IN_USE.'
                ORDER BY s.id', [$change, $this->document($following), StepState::Waiting->value]);
        }
    }

    /** What followed a change goes back: by the change that takes it back. */
    public function enterBack(int $change, int $takenBack): void
    {
        foreach ($this->database->fetchAllAssociative('SELECT id, store_id, folders, state, plan IS NOT NULL AS is_begun
            FROM following
            WHERE change_id = ?
            ORDER BY id', [$takenBack]) as $columns) {
            $row = Row::of($columns);
            if (StepState::Waiting->value === $row->text('state') && !$row->bool('is_begun')) {
                $this->database->executeStatement('UPDATE following SET state = ?, done_at = now() WHERE id = ?', [StepState::CalledOff->value, $row->int('id')]);
                continue;
            }
            $back = array_map(static fn (array $one): FollowsFolder => $one[0]->back(), FollowingRow::folders($row->text('folders')));
            $this->database->executeStatement('INSERT INTO following (change_id, store_id, folders, reverses, state, asked_at)
                VALUES (?, ?, ?, ?, ?, now())', [$change, $row->int('store_id'), $this->document($back), $row->int('id'), StepState::Waiting->value]);
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
        foreach ($this->database->fetchAllAssociative('SELECT w.id, w.folders, w.plan, w.is_gathered, b.plan AS reversed, '.self::COPIES_GO_FIRST.' AS waits
            FROM following w
            LEFT JOIN following b ON b.id = w.reverses
            WHERE w.store_id = ? AND w.'.self::WAITS.'
            ORDER BY w.id', [$store]) as $columns) {
            $row = new FollowingRow($columns);
            if (Row::of($columns)->bool('waits') || [] !== array_intersect($row->touched(), $wait)) {
                array_push($wait, ...$row->touched());
            } else {
                $ready[] = $row;
            }
        }

        return $ready;
    }

    /** @return array<int, int> store => how many changes wait there whose copies have come to their places */
    public function behind(): array
    {
        return Row::byNumber($this->database->fetchAllKeyValue('SELECT w.store_id, count(*)
            FROM following w
            WHERE w.'.self::WAITS.' AND NOT '.self::COPIES_GO_FIRST.'
            GROUP BY 1'));
    }

    /** @return list<FollowsFolder> what is still to follow at a store */
    public function at(int $store): array
    {
        $waiting = array_map(Row::word(...), $this->database->fetchFirstColumn('SELECT w.folders
            FROM following w
            WHERE w.store_id = ? AND w.'.self::WAITS.'
            ORDER BY w.id', [$store]));

        return array_merge(...array_map(static fn (string $json): array => array_column(FollowingRow::folders($json), 0), $waiting));
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

    /** @param list<array{string, string}> $went of the plan, what followed: that much goes back where it is taken back */
    public function done(FollowingRow $row, array $went, string $because): void
    {
        $this->database->executeStatement('UPDATE following SET state = ?, done_at = now(), tried_at = now(), plan = ?, because = ? WHERE id = ?', [StepState::Done->value, json_encode($went, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE), '' === $because ? null : $because, $row->id]);
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
        return [] === $paths ? [] : array_fill_keys(array_map(Row::word(...), $this->database->fetchFirstColumn('SELECT j.path FROM json_array_elements_text(?) AS j(path) WHERE EXISTS (SELECT 1 FROM copy WHERE store_id = ? AND lower(copy.path) = lower(j.path))', [json_encode($paths, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE), $store])), true);
    }

    /** @param list<FollowsFolder> $following with the folders that are other shoots' now */
    private function document(array $following): string
    {
        return json_encode(array_map(fn (FollowsFolder $one): array => ['shoot' => $one->shoot, 'from' => $one->from, 'to' => $one->to, 'names' => (object) $one->names, 'all' => $one->all, 'others' => $this->foldersOfOthers($one)], $following), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE);
    }

    /** @return list<string> folders that frames of other shoots lie in when a change is made, there or below, from a store's root: what else is in them is not known to be this shoot's */
    private function foldersOfOthers(FollowsFolder $following): array
    {
        $below = static fn (string $folder): string => "($folder = :from OR ($folder >= :after AND $folder < :before))"; // as an index has them: '0' comes after '/'

        return array_map(Row::word(...), $this->database->fetchFirstColumn("SELECT DISTINCT t.folder
            FROM (
                SELECT s.folder FROM shoot s WHERE s.id <> :shoot AND {$below('s.folder')} AND EXISTS (SELECT 1 FROM frame r WHERE r.shoot_id = s.id AND r.let_go_at IS NULL)
                UNION ALL SELECT r.folder FROM frame r WHERE {$below('r.folder')} AND r.shoot_id <> :shoot AND r.let_go_at IS NULL
                UNION ALL SELECT r.picked_from FROM frame r WHERE r.picked_from IS NOT NULL AND {$below('r.picked_from')} AND r.shoot_id <> :shoot AND r.let_go_at IS NULL) t
            ORDER BY 1", ['shoot' => $following->shoot, 'from' => $following->from, 'after' => "$following->from/", 'before' => "{$following->from}0"]));
    }
}
