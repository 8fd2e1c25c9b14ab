<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Placing;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Order\StageTree;
use VelvetLedger\Server\Persistence\Copies\StepState;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\Row;

/** Owns "beside", "beside_look", "beside_copy" and "beside_earlier": what other programs put into shoots' folders, as it was seen at each shoot's home; its copies elsewhere; and what these were before. */
final readonly class BesideRepository
{
    private const COLUMNS = 'b.id, b.shoot_id, b.tree, b.path, b.bytes, b.modified_at, b.checksum, b.vanished_at IS NOT NULL AS is_vanished, c.id AS copy, c.path AS lies, c.checksum AS has, extract(epoch FROM c.proven_at)::bigint AS proven_epoch';

    /** Of a file b, in SQL: it lies where its shoot is at home, not in a tree on a store of its own. */
    private const GOES_WITH_IT = "(b.tree = '' OR EXISTS (SELECT 1 FROM stage_tree t WHERE t.shoot_id = b.shoot_id AND t.root = b.tree AND t.store_id IS NULL))";

    public function __construct(private Connection $database, private StageTreeRepository $trees)
    {
    }

    /** @return list<int> shoots whose folders were not looked into for so many seconds, of those that are at home at a store; the longest ago first */
    public function toLookAt(int $store, int $seconds, int $most): array
    {
        return Row::numbers($this->database->fetchFirstColumn("SELECT s.id
            FROM shoot s
            LEFT JOIN beside_look l ON l.shoot_id = s.id
            WHERE s.home_id = ? AND s.files > 0 AND s.folder <> '' AND (l.at IS NULL OR l.at < now() - make_interval(secs => ?))
            AND NOT EXISTS (SELECT 1 FROM following w WHERE w.store_id = s.home_id AND w.state ".StepState::IS_OWED.")
            ORDER BY l.at NULLS FIRST, s.id LIMIT $most", [$store, $seconds]));
    }

    /** @return array<string, Ground> by its tree's root, '' for the shoot's own folder, which comes first */
    public function grounds(int $shoot): array
    {
        $of = $this->database->fetchNumeric('SELECT folder, home_id FROM shoot WHERE id = ?', [$shoot]);
        [$folder, $home] = false === $of ? ['', null] : [Row::word($of[0]), Row::numberOrNull($of[1])];
        $below = static fn (string $of): string => "($of = :folder OR ($of >= :after AND $of < :before))"; // as an index has them: '0' comes after '/'
        $others = array_map(Row::word(...), $this->database->fetchFirstColumn("SELECT DISTINCT t.folder FROM (
                SELECT s.folder FROM shoot s WHERE s.id <> :shoot AND s.files > 0 AND ({$below('s.folder')}) AND (s.folder <> :folder OR s.id < :shoot)
                UNION ALL SELECT r.folder FROM frame r WHERE r.shoot_id <> :shoot AND r.let_go_at IS NULL AND r.folder >= :after AND r.folder < :before) t", ['shoot' => $shoot, 'folder' => $folder, 'after' => "$folder/", 'before' => "{$folder}0"]));
        $grounds = ['' => new Ground('', $folder, $others, $home)];
        foreach ('' === $folder ? [] : $this->trees->of($shoot) as $tree) {
            $grounds[$tree['root']] = new Ground($tree['root'], StageTree::folder($tree['root'], $folder), array_map(static fn (string $other): string => StageTree::folder($tree['root'], $other), $others), $tree['store']);
        }

        return $grounds;
    }

    /** Whether files of others at a store are still to follow a change of names: where they lie is not where they are to lie. */
    public function isFollowing(int $store): bool
    {
        return false !== $this->database->fetchOne('SELECT 1 FROM following WHERE store_id = ? AND state '.StepState::IS_OWED.' LIMIT 1', [$store]);
    }

    /** @return list<BesideRow> what was seen of a shoot */
    public function ofShoot(int $shoot): array
    {
        return array_map(static fn (array $columns): BesideRow => new BesideRow($columns), $this->database->fetchAllAssociative('SELECT '.self::COLUMNS.' FROM beside b LEFT JOIN beside_copy c ON false WHERE b.shoot_id = ? ORDER BY b.tree, b.path', [$shoot]));
    }

    /**
     * What was seen in one of its folders just now.
     *
     * @param list<array{path: string, bytes: int, modified: int}> $found    that are new, or another by now, at rest
     * @param array<string, string>                                $renamed  path now => path before
     * @param list<string>                                         $vanished paths
     * @param list<int>                                            $stores   that are to have copies
     */
    public function seen(int $shoot, string $tree, array $found, array $renamed, array $vanished, array $stores): void
    {
        $this->database->transactional(function () use ($shoot, $tree, $found, $renamed, $vanished, $stores): void {
            foreach ($renamed as $now => $before) {
                $this->database->executeStatement('UPDATE beside SET path = ? WHERE shoot_id = ? AND tree = ? AND path = ?', [$now, $shoot, $tree, $before]);
            }
            $this->database->executeStatement('INSERT INTO beside (shoot_id, tree, path, bytes, modified_at, seen_at)
                SELECT ?, ?, j.path, j.bytes, j.modified, now()
                FROM json_to_recordset(?) AS j(path text, bytes bigint, modified bigint)
                ON CONFLICT (shoot_id, tree, path) DO UPDATE SET bytes = excluded.bytes, modified_at = excluded.modified_at, checksum = NULL, seen_at = excluded.seen_at, vanished_at = NULL', [$shoot, $tree, json_encode($found, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE)]);
            $this->database->executeStatement('UPDATE beside SET vanished_at = coalesce(vanished_at, now()) WHERE shoot_id = ? AND tree = ? AND path IN (?)', [$shoot, $tree, [] === $vanished ? [''] : $vanished], [2 => ArrayParameterType::STRING]);
            $this->database->executeStatement('UPDATE beside_copy c SET is_owed = b.vanished_at IS NULL AND c.checksum IS DISTINCT FROM b.checksum FROM beside b, store s WHERE b.id = c.beside_id AND s.id = c.store_id AND '.StoreRole::IN_USE.' AND b.shoot_id = ? AND b.tree = ? AND c.is_owed <> (b.vanished_at IS NULL AND c.checksum IS DISTINCT FROM b.checksum)', [$shoot, $tree]);
            $this->database->executeStatement('DELETE FROM beside b WHERE b.shoot_id = ? AND b.vanished_at IS NOT NULL AND NOT EXISTS (SELECT 1 FROM beside_copy c WHERE c.beside_id = b.id)', [$shoot]);
            $this->want($shoot, $tree, $stores);
            $this->database->executeStatement('INSERT INTO beside_look (shoot_id, at) VALUES (?, now()) ON CONFLICT (shoot_id) DO UPDATE SET at = excluded.at', [$shoot]);
        });
    }

    /**
     * These stores, and no others that have none yet, are to have copies of what lies there.
     *
     * @param list<int> $stores
     */
    public function want(int $shoot, string $tree, array $stores): void
    {
        $this->database->executeStatement('DELETE FROM beside_copy c USING beside b WHERE b.id = c.beside_id AND b.shoot_id = ? AND b.tree = ? AND c.checksum IS NULL AND c.store_id NOT IN (?)', [$shoot, $tree, [] === $stores ? [0] : $stores], [2 => ArrayParameterType::INTEGER]);
        $this->database->executeStatement('INSERT INTO beside_copy (beside_id, store_id, path)
            SELECT b.id, s.id, b.path FROM beside b CROSS JOIN store s
            WHERE b.shoot_id = ? AND b.tree = ? AND s.id IN (?) AND b.vanished_at IS NULL
            ORDER BY b.id, s.id
            ON CONFLICT DO NOTHING', [$shoot, $tree, [] === $stores ? [0] : $stores], [2 => ArrayParameterType::INTEGER]);
    }

    /**
     * What a store is owed of it.
     *
     * @return list<BesideRow> by number, at most $most
     */
    public function owed(int $store, int $after, int $most): array
    {
        return array_map(static fn (array $columns): BesideRow => new BesideRow($columns), $this->database->fetchAllAssociative('SELECT '.self::COLUMNS.'
            FROM beside_copy c
            JOIN beside b ON b.id = c.beside_id
            WHERE c.store_id = ? AND c.id > ? AND c.is_owed
            ORDER BY c.id LIMIT '.$most, [$store, $after]));
    }

    /** Its bytes were read, as it is now. */
    public function has(BesideRow $row, string $checksum): void
    {
        $this->database->executeStatement('UPDATE beside SET checksum = ? WHERE id = ? AND bytes = ? AND modified_at = ?', [$checksum, $row->id, $row->bytes, $row->modifiedAt]);
    }

    public function proven(BesideRow $row, string $checksum): void
    {
        $this->database->executeStatement('UPDATE beside_copy SET checksum = ?, path = ?, proven_at = now(), because = NULL, is_owed = false WHERE id = ?', [$checksum, $row->path, $row->copy]);
    }

    public function lies(BesideRow $row): void
    {
        $this->database->executeStatement('UPDATE beside_copy SET path = ? WHERE id = ?', [$row->path, $row->copy]);
    }

    public function notYet(BesideRow $row, string $because): void
    {
        $this->database->executeStatement('UPDATE beside_copy SET because = ? WHERE id = ?', [$because, $row->copy]);
    }

    /** A copy of it is there no more; of what is nowhere any more nothing is kept. */
    public function gone(BesideRow $row): void
    {
        $this->database->executeStatement('DELETE FROM beside_copy WHERE id = ?', [$row->copy]);
        $this->database->executeStatement('DELETE FROM beside b WHERE b.id = ? AND b.vanished_at IS NOT NULL AND NOT EXISTS (SELECT 1 FROM beside_copy c WHERE c.beside_id = b.id)', [$row->id]);
    }

    /** A store that is used no more is owed nothing of it. */
    public function callOff(int $store): void
    {
        $this->database->executeStatement('DELETE FROM beside_copy WHERE store_id = ? AND checksum IS NULL', [$store]);
        $this->database->executeStatement('UPDATE beside_copy SET is_owed = false WHERE store_id = ? AND is_owed', [$store]);
    }

    /** The state before is about to be kept there, written down before it is moved. */
    public function keepEarlier(BesideRow $row, int $store, string $to, int $bytes, int $days): void
    {
        $this->database->executeStatement('UPDATE beside_earlier SET until = greatest(until, current_date + ?::int) WHERE store_id = ? AND path = ?', [$days, $store, $to]); // it was so before, and is kept from now on
        $this->database->executeStatement('INSERT INTO beside_earlier (shoot_id, store_id, was, path, checksum, bytes, kept_at, until)
            SELECT ?, ?, ?, ?, ?, ?, now(), current_date + ?::int
            WHERE NOT EXISTS (SELECT 1 FROM beside_earlier WHERE store_id = ? AND path = ?)', [$row->shoot, $store, $row->path, $to, $row->has, $bytes, $days, $store, $to]);
    }

    /** @return list<array{id: int, path: string, checksum: string}> earlier states at a store whose days are over */
    public function over(int $store): array
    {
        return array_map(static fn (array $row): array => ['id' => Row::number($row[0]), 'path' => Row::word($row[1]), 'checksum' => Row::word($row[2])], $this->database->fetchAllNumeric('SELECT id, path, checksum FROM beside_earlier WHERE store_id = ? AND until < current_date ORDER BY id LIMIT 200', [$store]));
    }

    public function earlierGone(int $id): void
    {
        $this->database->executeStatement('DELETE FROM beside_earlier WHERE id = ?', [$id]);
    }

    /**
     * Of a folder of a shoot at a store: what was seen of it, with its copy there, if any.
     *
     * @return array<string, BesideRow> by path
     */
    public function at(int $shoot, string $tree, int $store): array
    {
        $found = [];
        foreach ($this->database->fetchAllAssociative('SELECT '.self::COLUMNS.' FROM beside b LEFT JOIN beside_copy c ON c.beside_id = b.id AND c.store_id = ? WHERE b.shoot_id = ? AND b.tree = ? ORDER BY b.path', [$store, $shoot, $tree]) as $columns) {
            $row = new BesideRow($columns);
            $found[$row->path] = $row;
        }

        return $found;
    }

    /** @return array<int, list<array{store: int, path: string, checksum: string, proven: int}>> file => its copies that are as it is now */
    public function proofs(int $shoot): array
    {
        $found = [];
        foreach ($this->database->fetchAllNumeric('SELECT b.id, c.store_id, c.path, c.checksum, coalesce(extract(epoch FROM c.proven_at)::bigint, 0) FROM beside b JOIN beside_copy c ON c.beside_id = b.id WHERE b.shoot_id = ? AND c.checksum = b.checksum ORDER BY b.id, c.store_id', [$shoot]) as [$id, $store, $path, $checksum, $proven]) {
            $found[Row::number($id)][] = ['store' => Row::number($store), 'path' => Row::word($path), 'checksum' => Row::word($checksum), 'proven' => Row::number($proven)];
        }

        return $found;
    }

    /** What is at home elsewhere from now on: there its files are what is copied; where they were at home, copies. */
    public function comesHome(int $shoot, int $to, ?int $from): void
    {
        if (null !== $from && $from !== $to) {
            $this->database->executeStatement('INSERT INTO beside_copy (beside_id, store_id, path) SELECT b.id, ?, b.path FROM beside b WHERE b.shoot_id = ? AND b.vanished_at IS NULL AND '.self::GOES_WITH_IT.' ORDER BY b.id ON CONFLICT DO NOTHING', [$from, $shoot]);
        }
        $this->database->executeStatement('DELETE FROM beside_copy c USING beside b WHERE b.id = c.beside_id AND b.shoot_id = ? AND c.store_id = ? AND '.self::GOES_WITH_IT, [$shoot, $to]);
        $this->database->executeStatement('DELETE FROM beside_look WHERE shoot_id = ?', [$shoot]);
    }

    /** @return array{files: int, bytes: int, owed: array<int, int>, apart: array<int, list<string>>, vanished: int, because: string} of a shoot: what was seen; by store, how many are to be copied, and which differ there */
    public function sums(int $shoot): array
    {
        $sum = $this->database->fetchNumeric('SELECT count(*) FILTER (WHERE vanished_at IS NULL), coalesce(sum(bytes) FILTER (WHERE vanished_at IS NULL), 0)::bigint, count(*) FILTER (WHERE vanished_at IS NOT NULL) FROM beside WHERE shoot_id = ?', [$shoot]);
        $owed = $apart = [];
        $because = '';
        foreach ($this->database->fetchAllNumeric('SELECT c.store_id, CASE WHEN b.tree = \'\' THEN \'\' ELSE b.tree || \': \' END || b.path, coalesce(c.because, \'\') FROM beside b JOIN beside_copy c ON c.beside_id = b.id WHERE b.shoot_id = ? AND c.is_owed ORDER BY 1, 2', [$shoot]) as [$store, $path, $why]) {
            $owed[Row::number($store)] = ($owed[Row::number($store)] ?? 0) + 1;
            if ('' !== $why) {
                $apart[Row::number($store)][] = Row::word($path);
                $because = Row::word($why);
            }
        }

        return ['files' => Row::number($sum[0] ?? 0), 'bytes' => Row::number($sum[1] ?? 0), 'owed' => $owed, 'apart' => $apart, 'vanished' => Row::number($sum[2] ?? 0), 'because' => $because];
    }

    /** @return array<int, int> store => how many files it is owed, where any */
    public function toCopy(): array
    {
        return Row::byNumber($this->database->fetchAllKeyValue('SELECT c.store_id, count(*) FROM beside_copy c WHERE c.is_owed GROUP BY 1'));
    }
}
