<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Survival;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Survival\DumpDocument;
use VelvetLedger\Server\Persistence\ArrayLiteral;
use VelvetLedger\Server\Persistence\Row;

/** Dumps of the ledger: which there are, and what the ledger they are of consists of. */
final readonly class DumpRepository
{
    /** What is made anew by itself, or is of this hour only: it changes without anybody's doing, and is not waited for. */
    private const PASSING = ['messenger_messages', 'find_bits', 'find_value', 'find_name', 'find_touched', 'find_languages', 'store_sighting', 'machine', 'card_reading', 'shoot_touched', 'dump', 'dump_copy', 'dump_trouble', 'intake_wait', 'beside_look'];

    private const ROWS = "SELECT d.id, d.name, d.document::text AS document, d.changed, d.proven_at, d.because, (SELECT coalesce(json_agg(c.store_id ORDER BY c.store_id), '[]') FROM dump_copy c WHERE c.dump_id = d.id) AS stores FROM dump d";

    public function __construct(private Connection $database)
    {
    }

    /** @return list<DumpRow> the latest first */
    public function all(): array
    {
        return array_map(static fn (array $row): DumpRow => new DumpRow($row), $this->database->fetchAllAssociative(self::ROWS.' ORDER BY d.id DESC'));
    }

    public function latest(): ?DumpRow
    {
        $row = $this->database->fetchAssociative(self::ROWS.' ORDER BY d.id DESC LIMIT 1');

        return false === $row ? null : new DumpRow($row);
    }

    /** The latest that was proven. */
    public function latestProven(): ?DumpRow
    {
        $row = $this->database->fetchAssociative(self::ROWS.' WHERE d.proven_at IS NOT NULL ORDER BY d.id DESC LIMIT 1');

        return false === $row ? null : new DumpRow($row);
    }

    /** How much was entered, changed and taken away so far; it only says whether anything was since. */
    public function changed(): int
    {
        return Row::number($this->database->fetchOne("SELECT coalesce(sum(n_tup_ins + n_tup_upd + n_tup_del), 0) FROM pg_stat_user_tables WHERE schemaname = 'public' AND relname <> ALL (?::text[])", [ArrayLiteral::of(self::PASSING)]));
    }

    /** Whether anything was since the latest dump was made, or none was. */
    public function isBehind(): bool
    {
        return $this->changed() !== $this->latest()?->changed;
    }

    /** Bytes that the ledger takes in its cluster. */
    public function size(): int
    {
        return Row::number($this->database->fetchOne('SELECT pg_database_size(current_database())'));
    }

    public function hasIntakeBefore(\DateTimeImmutable $time): bool
    {
        return true === $this->database->fetchOne('SELECT EXISTS (SELECT 1 FROM intake WHERE asked_at < ?)', [$time->format(\DATE_RFC3339)]);
    }

    /**
     * What a dump must have in it; to be asked of the state that is dumped, or of a restored one.
     *
     * @return array{array<string, int>, string, string} rows by table, digest of the day book's last entry, version of the tables
     */
    public static function contents(Connection $database): array
    {
        $rows = [];
        foreach ($database->fetchFirstColumn("SELECT tablename FROM pg_tables WHERE schemaname = 'public' AND tablename NOT IN ('messenger_messages') ORDER BY tablename") as $table) {
            $table = Row::word($table);
            $rows[$table] = Row::number($database->fetchOne('SELECT count(*) FROM '.$database->quoteSingleIdentifier($table)));
        }
        $seal = $database->fetchOne('SELECT digest FROM day_book_seal ORDER BY position DESC LIMIT 1');

        return [$rows, \is_string($seal) ? $seal : '', Row::word($database->fetchOne('SELECT max(version) FROM doctrine_migration_versions'))];
    }

    public function enter(string $name, DumpDocument $document, int $changed): void
    {
        $this->database->executeStatement('INSERT INTO dump (name, document, changed) VALUES (?, ?, ?)', [$name, $document->text(), $changed]);
    }

    public function isProven(int $dump, \DateTimeImmutable $at): void
    {
        $this->database->executeStatement('UPDATE dump SET proven_at = ?, because = NULL WHERE id = ?', [$at->format(\DATE_RFC3339), $dump]);
    }

    public function isNotProven(int $dump, string $because): void
    {
        $this->database->executeStatement('UPDATE dump SET proven_at = NULL, because = ? WHERE id = ?', [$because, $dump]);
    }

    /**
     * @param int|null $store   null where none could be made
     * @param string   $because a sentence
     */
    public function couldNot(?int $store, \DateTimeImmutable $at, string $because): void
    {
        $this->database->executeStatement('INSERT INTO dump_trouble (store_id, at, because) VALUES (?, ?, ?) ON CONFLICT (store_id) DO UPDATE SET at = excluded.at, because = excluded.because', [$store, $at->format(\DATE_RFC3339), $because]);
    }

    /** It is tried anew. */
    public function tries(?int $store): void
    {
        $this->database->executeStatement('DELETE FROM dump_trouble WHERE store_id IS NOT DISTINCT FROM CAST(? AS INT)', [$store]);
    }

    /** @return list<array{store: int|null, at: \DateTimeImmutable, because: string}> what could not be done when it was tried last, making one first */
    public function troubles(): array
    {
        return array_map(static function (array $row): array {
            $is = Row::of($row);

            return ['store' => $is->intOrNull('store_id'), 'at' => new \DateTimeImmutable($is->text('at')), 'because' => $is->text('because')];
        }, $this->database->fetchAllAssociative('SELECT store_id, at, because FROM dump_trouble ORDER BY store_id NULLS FIRST'));
    }

    /** Whether one is asked for that no worker has done with. */
    public function isAskedFor(): bool
    {
        return true === $this->database->fetchOne("SELECT EXISTS (SELECT 1 FROM messenger_messages WHERE queue_name LIKE 'dumps-%')");
    }

    public function liesAt(int $dump, int $store, \DateTimeImmutable $at): void
    {
        $this->database->executeStatement('INSERT INTO dump_copy (dump_id, store_id, read_at) VALUES (?, ?, ?) ON CONFLICT (dump_id, store_id) DO UPDATE SET read_at = excluded.read_at', [$dump, $store, $at->format(\DATE_RFC3339)]);
    }

    public function liesNoMoreAt(string $name, int $store): void
    {
        $this->database->executeStatement('DELETE FROM dump_copy WHERE store_id = ? AND dump_id = (SELECT id FROM dump WHERE name = ?)', [$store, $name]);
    }

    public function forget(int $dump): void
    {
        $this->database->executeStatement('DELETE FROM dump WHERE id = ?', [$dump]);
    }
}
