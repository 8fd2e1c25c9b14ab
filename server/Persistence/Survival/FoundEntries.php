<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Survival;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Look\Judgement;
use VelvetLedger\Core\Survival\FoundShoot;
use VelvetLedger\Server\Persistence\ArrayLiteral;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Row;

/** Enters what was found of a shoot at stores, beside Doctrine's unit of work: originals, files, copies as they were read, and what the receipt says of them. */
final readonly class FoundEntries
{
    public function __construct(private Connection $database)
    {
    }

    /** @return array<string, true> paths from a store's root that the ledger has, or is to have, as keys */
    public function known(): array
    {
        $known = [];
        foreach ($this->database->iterateColumn('SELECT DISTINCT path FROM copy WHERE state '.CopyState::BELONGS_THERE) as $path) {
            $known[Row::word($path)] = true;
        }

        return $known;
    }

    /** Whether all that the ledger has was found at stores, or it has nothing. */
    public function isMadeAnew(string $cards): bool
    {
        return true !== $this->database->fetchOne('SELECT EXISTS (SELECT 1 FROM intake i JOIN card k ON k.id = i.card_id WHERE k.name NOT LIKE ?)', [$cards.'%']);
    }

    /** @return array{good: int, bad: int, frames: int, shoots: int} copies at a store that were read, as they should be or not, and what they are of */
    public function at(int $store): array
    {
        $row = $this->database->fetchAssociative("SELECT count(*) FILTER (WHERE c.state = '".CopyState::Proven->value."') AS good, count(*) FILTER (WHERE c.state = '".CopyState::Differs->value."') AS bad, count(DISTINCT f.frame_id) AS frames, count(DISTINCT r.shoot_id) AS shoots FROM copy c JOIN file f ON f.id = c.file_id JOIN frame r ON r.id = f.frame_id WHERE c.store_id = ? AND c.state ".CopyState::LIES_THERE, [$store]);
        $is = Row::of(false === $row ? [] : $row);

        return ['good' => $is->int('good'), 'bad' => $is->int('bad'), 'frames' => $is->int('frames'), 'shoots' => $is->int('shoots')];
    }

    /** @return array{string, string}|null date and description of the shoot that has a folder */
    public function shootIn(string $folder): ?array
    {
        $row = $this->database->fetchNumeric('SELECT date, description FROM shoot WHERE folder = ? ORDER BY files DESC, id LIMIT 1', [$folder]);

        return false === $row ? null : [Row::word($row[0]), Row::word($row[1])];
    }

    /** Of a card that is only known by its name. */
    public function card(string $name, string $label): int
    {
        $this->database->executeStatement('INSERT INTO card (name, label, first_seen_at, last_seen_at) VALUES (?, ?, now(), now()) ON CONFLICT (name) DO NOTHING', [$name, $label]);

        return Row::number($this->database->fetchOne('SELECT id FROM card WHERE name = ?', [$name]));
    }

    public function linesOf(int $intake): int
    {
        return Row::number($this->database->fetchOne('SELECT coalesce(max(position) + 1, 0) FROM receipt_line WHERE intake_id = ?', [$intake]));
    }

    /**
     * @param list<array{card: int, frame: int, path: string, kind: string, bytes: int, modified: int, print: string, checksum: string}> $originals
     *
     * @return list<int> their numbers
     */
    public function originals(array $originals): array
    {
        return $this->insert('original', 'card_id, frame_id, path, kind, bytes, modified_at, quick_print, checksum', 'j.card, j.frame, j.path, j.kind, j.bytes, j.modified, j.print, j.checksum', 'card int, frame int, path text, kind text, bytes bigint, modified bigint, print text, checksum text', $originals);
    }

    /**
     * @param list<array{frame: int, original: int|null, making: string, ending: string, bytes: int, checksum: string, bears: string}> $files
     *
     * @return list<int> their numbers
     */
    public function files(array $files): array
    {
        return $this->insert('file', 'frame_id, original_id, making, ending, bytes, checksum, bears', 'j.frame, j.original, j.making, j.ending, j.bytes, j.checksum, j.bears', 'frame int, original int, making text, ending text, bytes bigint, checksum text, bears text', $files);
    }

    /** @param list<array{file: int, store: int, path: string, checksum: string, holds: bool, because: string|null, at: string}> $copies as they were read just now */
    public function copies(array $copies): void
    {
        $ids = $this->insert('copy', 'file_id, store_id, path, state, checksum, proven_at, because', "j.file, j.store, j.path, CASE WHEN j.holds THEN '".CopyState::Proven->value."' ELSE '".CopyState::Differs->value."' END, j.checksum, CASE WHEN j.holds THEN j.at END, j.because", 'file int, store int, path text, checksum text, holds boolean, because text, at timestamptz', $copies);
        $proofs = array_map(static fn (int $id, array $copy): array => ['copy' => $id] + $copy, $ids, $copies);
        $this->insert('proof', 'copy_id, checksum, holds, at', 'j.copy, j.checksum, j.holds, j.at', 'copy int, checksum text, holds boolean, at timestamptz', $proofs);
    }

    /** @param list<array{line: int, file: int, checksum: string, at: string|null, print: string, reason: string}> $lines */
    public function broughtIn(array $lines): void
    {
        $this->database->executeStatement("UPDATE receipt_line l SET outcome = 'brought in', reason = j.reason, checksum = j.checksum, proven_at = j.at, quick_print = j.print, file_id = j.file
            FROM json_to_recordset(?) AS j(line int, file int, checksum text, at timestamptz, print text, reason text) WHERE l.id = j.line", [self::json($lines)]);
    }

    /**
     * What an intake that was not over waits for, and that lies there: it came in after the dump, and is not brought in once more.
     *
     * @param list<string> $paths from a store's root
     */
    public function areNotWaitedFor(array $paths, string $reason): void
    {
        $frames = Row::numbers($this->database->fetchFirstColumn("WITH came AS (
                UPDATE receipt_line l SET outcome = 'held', reason = ?, frame_id = NULL
                FROM (SELECT w.id, w.frame_id FROM json_array_elements_text(?) AS p(path) JOIN receipt_line w ON w.outcome = 'waiting' AND w.folder = regexp_replace(p.path, '/?[^/]*$', '') AND w.name = regexp_replace(p.path, '^.*/', '')) w
                WHERE l.id = w.id RETURNING w.frame_id
            ) SELECT DISTINCT frame_id FROM came WHERE frame_id IS NOT NULL", [$reason, json_encode($paths, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_INVALID_UTF8_SUBSTITUTE)]));
        $this->database->executeStatement("DELETE FROM frame f WHERE f.id = ANY(CAST(? AS int[]))
            AND NOT EXISTS (SELECT 1 FROM file i WHERE i.frame_id = f.id) AND NOT EXISTS (SELECT 1 FROM original o WHERE o.frame_id = f.id)
            AND NOT EXISTS (SELECT 1 FROM receipt_line l WHERE l.frame_id = f.id AND l.outcome IN ('waiting', 'failed', 'unreadable'))", [ArrayLiteral::of($frames)]);
    }

    /** @param array<int, Judgement> $judged by frame; what the frames' files say of them, if they say it, is this */
    public function judged(array $judged): void
    {
        $rows = array_map(static fn (int $frame, Judgement $as): array => ['frame' => $frame, 'decision' => $as->decision?->value, 'stars' => $as->stars, 'label' => $as->label, 'turned' => $as->turned], array_keys($judged), $judged);
        $this->insert('judgement', 'frame_id, decision, stars, label, turned, revision, written_revision', 'j.frame, j.decision, j.stars, j.label, j.turned, 1, 1', 'frame int, decision text, stars int, label text, turned int', $rows, null);
    }

    /** @param array<int, string> $from folders that frames were set aside from */
    public function setAside(array $from): void
    {
        foreach ($from as $frame => $folder) {
            $this->database->executeStatement('UPDATE frame SET aside_from = ?, aside_at = now() WHERE id = ?', [$folder, $frame]);
        }
    }

    /** What a table says of a shoot, where nothing else is said of it here. */
    public function said(int $shoot, FoundShoot $found): void
    {
        $this->database->executeStatement("UPDATE shoot SET notes = CASE WHEN notes = '' THEN ? ELSE notes END, kind_of_work = coalesce(kind_of_work, nullif(?, '')) WHERE id = ?", [$found->says('notes'), $found->says('kind of work'), $shoot]);
    }

    /**
     * @param list<array<string, mixed>> $rows
     *
     * @return list<int> numbers of the new rows, in their order, where they have any
     */
    private function insert(string $table, string $columns, string $values, string $as, array $rows, ?string $id = 'id'): array
    {
        if ([] === $rows) {
            return [];
        }
        $ids = null === $id ? [] : Row::numbers($this->database->fetchFirstColumn('SELECT nextval(pg_get_serial_sequence(?, ?)) FROM generate_series(1, ?)', [$table, $id, \count($rows)]));
        $numbered = array_map(static fn (array $row, ?int $id): array => ['id' => $id] + $row, $rows, [] === $ids ? array_fill(0, \count($rows), null) : $ids);
        [$columns, $values] = null === $id ? [$columns, $values] : ["$id, $columns", "j.id, $values"];
        $this->database->executeStatement("INSERT INTO $table ($columns) SELECT $values FROM json_to_recordset(?) AS j(id int, $as) ORDER BY j.id", [self::json($numbered)]);

        return $ids;
    }

    /** @param list<array<string, mixed>> $rows */
    private static function json(array $rows): string
    {
        return json_encode($rows, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_INVALID_UTF8_SUBSTITUTE);
    }
}
