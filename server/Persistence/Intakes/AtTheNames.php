<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Intakes;

use Doctrine\DBAL\Connection;
use VelvetLedger\Core\Held\HeldAs;
use VelvetLedger\Server\Persistence\ArrayLiteral;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Lock;
use VelvetLedger\Server\Persistence\Row;

/** What the ledger knows of files just before they are copied, asked while no other run may bring in the same bytes. */
final readonly class AtTheNames
{
    public function __construct(private Connection $database)
    {
    }

    /**
     * Takes the locks of those prints that nobody else has; never waits, so that two runs cannot wait for one another.
     *
     * @param list<string> $prints
     *
     * @return array<string, true> those of them that are taken now, until release()
     */
    public function take(array $prints): array
    {
        $taken = [];
        foreach ([] === $prints ? [] : $this->database->fetchAllKeyValue('SELECT print, pg_try_advisory_lock(?, key)
            FROM json_to_recordset(?) AS j(print text, key int)', [Lock::Print->value, self::keys($prints)]) as $print => $has) {
            if (true === $has) {
                $taken[(string) $print] = true;
            }
        }

        return $taken;
    }

    /** @param list<string> $prints */
    public function release(array $prints): void
    {
        if ([] !== $prints) {
            $this->database->executeStatement('SELECT pg_advisory_unlock(?, key)
                FROM json_to_recordset(?) AS j(print text, key int)', [Lock::Print->value, self::keys($prints)]);
        }
    }

    /**
     * @param list<WaitingFile> $files
     *
     * @return array<int, AtTheName> by line
     */
    public function look(array $files, int $store): array
    {
        $held = $rivals = $found = [];
        $prints = array_values(array_filter(array_map(static fn (WaitingFile $file): ?string => $file->file->print, $files), \is_string(...)));
        foreach ($this->database->fetchAllAssociative('SELECT DISTINCT ON (o.quick_print) o.quick_print, o.checksum, c.path, c.proven_at, o.frame_id
            FROM original o
            JOIN file f ON f.original_id = o.id
            JOIN copy c ON c.file_id = f.id
            WHERE o.quick_print = ANY(CAST(? AS text[])) AND c.state '.CopyState::LIES_THERE.'
            ORDER BY o.quick_print, o.id, c.id', [ArrayLiteral::of($prints)]) as $row) {
            $is = Row::of($row);
            $held[$is->text('quick_print')] = [new HeldAs($is->text('path'), substr($is->textOrNull('proven_at') ?? '', 0, 10), $is->int('frame_id')), $is->text('checksum')];
        }
        foreach ($this->database->fetchAllKeyValue('SELECT c.path, o.path AS original
            FROM copy c
            JOIN file f ON f.id = c.file_id
            JOIN original o ON o.id = f.original_id
            WHERE c.store_id = ? AND c.path = ANY(CAST(? AS text[]))', [$store, ArrayLiteral::of(array_map(static fn (WaitingFile $file): string => $file->to, $files))]) as $path => $original) {
            $rivals[$path] = Row::word($original);
        }
        foreach ($files as $file) {
            $found[$file->line] = new AtTheName($held[$file->file->print ?? ''][0] ?? null, $held[$file->file->print ?? ''][1] ?? null, $rivals[$file->to] ?? null);
        }

        return $found;
    }

    /** @param list<string> $prints */
    private static function keys(array $prints): string
    {
        return json_encode(array_map(static fn (string $print): array => ['print' => $print, 'key' => crc32($print) & 0x7FFFFFFF], $prints), \JSON_THROW_ON_ERROR);
    }
}
