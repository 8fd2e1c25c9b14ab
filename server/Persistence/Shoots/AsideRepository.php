<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Shoots;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Look\Decision;
use VelvetLedger\Core\Order\Afterwards;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\Looks\LookRepository;
use VelvetLedger\Server\Persistence\Row;

/** Finds frames that are dropped and may be set aside, and those that are. */
final readonly class AsideRepository
{
    /** Of a frame r, in SQL: its files that are somewhere, and how many proven copies the one has that has fewest. */
    private const FILES = "LATERAL (SELECT coalesce(sum(f.bytes), 0)::bigint AS bytes, min((SELECT count(*) FROM copy c JOIN store s ON s.id = c.store_id WHERE c.file_id = f.id AND c.state = 'proven' AND ".StoreRole::IN_USE.")) AS copies, json_agg(f.ending ORDER BY f.ending, f.id) AS endings
                FROM file f
                WHERE f.frame_id = r.id AND NOT EXISTS (SELECT 1 FROM copy c WHERE c.file_id = f.id AND c.state = '".CopyState::LetGo->value."')) f";
    private const IS_DROPPED = "r.aside_from IS NULL AND NOT r.along AND CASE WHEN j.frame_id IS NULL THEN coalesce((r.stamp->>'rating')::int, (r.facts->>'rating')::int) = -1 ELSE j.decision = '".Decision::Drop->value."' END";
    private const IS_ASIDE = 'r.aside_from IS NOT NULL AND r.let_go_at IS NULL';

    /** What is wrong with copies of a frame r at stores in use, as a list of words. */
    private const DOUBTS = "(SELECT coalesce(json_agg(DISTINCT t.what), '[]') FROM (SELECT (CASE c.state WHEN '".CopyState::Missing->value."' THEN 'missing' ELSE 'with other bytes' END) || ' at ' || s.name AS what FROM file f JOIN copy c ON c.file_id = f.id JOIN store s ON s.id = c.store_id WHERE f.frame_id = r.id AND c.state ".CopyState::IS_BAD.' AND '.StoreRole::IN_USE.') t)';

    public function __construct(private Connection $database)
    {
    }

    /** @return array<int, string> frame of a shoot that is dropped and lies in it => the folder that its order sets such aside in */
    public function dropped(int $shoot): array
    {
        $found = [];
        foreach ($this->database->fetchAllNumeric("SELECT r.id, coalesce(nullif(i.standing_order->'afterwards'->>'dropped', ''), ?)
            FROM frame r
            JOIN intake i ON i.id = r.intake_id
            LEFT JOIN judgement j ON j.frame_id = r.id
            WHERE r.shoot_id = ? AND ".self::IS_DROPPED.' AND EXISTS (SELECT 1 FROM file l WHERE l.frame_id = r.id)
            ORDER BY r.id', [Afterwards::DROPPED, $shoot]) as [$frame, $under]) {
            $found[Row::number($frame)] = Row::word($under);
        }

        return $found;
    }

    /** What those come to. */
    public function sumOfDropped(int $shoot): AsideSum
    {
        return $this->sum(self::IS_DROPPED, $shoot);
    }

    public function sumOfAside(int $shoot): AsideSum
    {
        return $this->sum(self::IS_ASIDE, $shoot);
    }

    private function sum(string $which, int $shoot): AsideSum
    {
        $row = $this->database->fetchAssociative('SELECT count(*) AS frames, coalesce(sum(f.bytes), 0)::bigint AS bytes, count(*) FILTER (WHERE j.stars > 0) AS starred, count(*) FILTER (WHERE f.copies < 2) AS once
            FROM frame r
            LEFT JOIN judgement j ON j.frame_id = r.id, '.self::FILES."
            WHERE r.shoot_id = ? AND f.copies IS NOT NULL AND $which", [$shoot]);

        return new AsideSum(false === $row ? [] : $row);
    }

    /** @return list<AsideFrame> of a shoot, in the order they were taken */
    public function ofShoot(int $shoot): array
    {
        return array_map(static fn (array $row): AsideFrame => new AsideFrame($row), $this->database->fetchAllAssociative('SELECT '.LookRepository::JUDGED.", r.id, r.stem, r.taken_at, r.body, r.serial, r.lens, r.aside_at::text AS aside_at, coalesce(json_array_length(r.facts->'previews'), 0) > 0 AS has_picture, f.bytes, f.endings, coalesce(f.copies, 0) AS copies, ".self::DOUBTS.' AS doubts
            FROM frame r
            LEFT JOIN judgement j ON j.frame_id = r.id, '.self::FILES.'
            WHERE r.shoot_id = ? AND '.self::IS_ASIDE.'
            ORDER BY r.taken_at, r.subsecond, r.id', [$shoot]));
    }

    /**
     * @param list<int> $frames of a shoot; those that are not set aside, or were let go, are not among the answers
     *
     * @return array<int, list<string>> frame => what is wrong with its copies
     */
    public function doubts(int $shoot, array $frames): array
    {
        $found = [];
        foreach ($this->database->fetchAllNumeric('SELECT r.id, '.self::DOUBTS.'
            FROM frame r
            WHERE r.shoot_id = ? AND r.id IN (?) AND '.self::IS_ASIDE.'
            ORDER BY r.id
            FOR NO KEY UPDATE', [$shoot, $frames], [1 => ArrayParameterType::INTEGER]) as [$frame, $doubts]) {
            $found[Row::number($frame)] = Row::words($doubts);
        }

        return $found;
    }

    /** @return array<int, array{date: string, description: string, frames: int, since: string}> shoot => how many of its frames are set aside, and since which day the first of them; the latest shoot first */
    public function shoots(): array
    {
        $found = [];
        foreach ($this->database->fetchAllAssociative('SELECT s.id, s.date, s.description, s.aside, (SELECT min(r.aside_at)::date::text FROM frame r WHERE r.shoot_id = s.id AND '.self::IS_ASIDE.') AS since
            FROM shoot s
            WHERE s.aside > 0
            ORDER BY s.date DESC, s.id DESC') as $columns) {
            $row = Row::of($columns);
            $found[$row->int('id')] = ['date' => $row->text('date'), 'description' => $row->text('description'), 'frames' => $row->int('aside'), 'since' => $row->textOrNull('since') ?? ''];
        }

        return $found;
    }
}
