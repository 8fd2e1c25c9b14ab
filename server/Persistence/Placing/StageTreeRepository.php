<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Placing;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Order\StageTree;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\Row;

/** Owns "stage_tree": in which trees of later stages a shoot has a folder. */
final readonly class StageTreeRepository
{
    public function __construct(private Connection $database)
    {
    }

    /**
     * Shoots that are new have these trees.
     *
     * @param list<int>       $shoots
     * @param list<StageTree> $trees
     */
    public function begin(array $shoots, array $trees): void
    {
        foreach ($trees as $tree) {
            $this->database->executeStatement('INSERT INTO stage_tree (shoot_id, name, root, store_id, makes, is_wanted)
                SELECT j.shoot::int, ?, ?, (SELECT s.id FROM store s WHERE s.name = ? AND '.StoreRole::IN_USE.' ORDER BY s.id LIMIT 1), ?, ?
                FROM json_array_elements_text(?) AS j(shoot)
                ON CONFLICT DO NOTHING', [$tree->name, $tree->root, $tree->store, json_encode($tree->make, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE), $tree->withShoot ? 'true' : 'false', json_encode($shoots, \JSON_THROW_ON_ERROR)]);
        }
    }

    /** A shoot that frames of another go to has that one's trees. */
    public function inherit(int $shoot, int $from): void
    {
        $this->database->executeStatement('INSERT INTO stage_tree (shoot_id, name, root, store_id, makes, is_wanted)
            SELECT ?, name, root, store_id, makes, is_wanted FROM stage_tree WHERE shoot_id = ?
            ON CONFLICT DO NOTHING', [$shoot, $from]);
    }

    /** @return list<array{id: int, name: string, root: string, store: int|null, isMade: bool}> of a shoot; the store that it stands on, its home's where it has none of its own */
    public function of(int $shoot): array
    {
        return array_map(static fn (array $row): array => ['id' => Row::number($row[0]), 'name' => Row::word($row[1]), 'root' => Row::word($row[2]), 'store' => Row::numberOrNull($row[3]), 'isMade' => true === $row[4]], $this->database->fetchAllNumeric('SELECT t.id, t.name, t.root, coalesce(t.store_id, s.home_id), t.made_at IS NOT NULL
            FROM stage_tree t
            JOIN shoot s ON s.id = t.shoot_id
            WHERE t.shoot_id = ?
            ORDER BY t.id', [$shoot]));
    }

    /** Its folder is needed now. */
    public function want(int $tree): void
    {
        $this->database->executeStatement('UPDATE stage_tree SET is_wanted = true WHERE id = ?', [$tree]);
    }

    /** @return list<array{id: int, store: int, folders: list<string>}> folders that are still to be made, from their store's root; where all of the shoot came in */
    public function toMake(int $most = 50): array
    {
        return array_map(static function (array $columns): array {
            $row = Row::of($columns);
            $folder = StageTree::folder($row->text('root'), $row->text('folder'));

            return ['id' => $row->int('id'), 'store' => $row->int('store'), 'folders' => [$folder, ...array_map(static fn (mixed $name): string => "$folder/".Row::word($name), array_values((array) json_decode($row->text('makes'), true)))]];
        }, $this->database->fetchAllAssociative("SELECT t.id, t.root, t.makes, s.folder, coalesce(t.store_id, s.home_id) AS store
            FROM stage_tree t
            JOIN shoot s ON s.id = t.shoot_id
            WHERE t.is_wanted AND t.made_at IS NULL AND s.files > 0 AND s.folder <> '' AND coalesce(t.store_id, s.home_id) IS NOT NULL
            ORDER BY t.id LIMIT $most"));
    }

    public function made(int $tree): void
    {
        $this->database->executeStatement('UPDATE stage_tree SET made_at = now() WHERE id = ?', [$tree]);
    }

    /** @return list<string> roots of a shoot's trees */
    public function roots(int $shoot): array
    {
        return array_map(Row::word(...), $this->database->fetchFirstColumn('SELECT root FROM stage_tree WHERE shoot_id = ? ORDER BY id', [$shoot]));
    }
}
