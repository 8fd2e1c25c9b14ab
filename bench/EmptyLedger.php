<?php

declare(strict_types=1);

namespace VelvetLedger\Bench;

use Doctrine\DBAL\Connection;

/** A ledger with nothing in it: what may never be emptied is, by its owner, who may take the triggers away. */
final class EmptyLedger
{
    private const GUARDED = ['proof', 'day_book_entry', 'day_book_seal'];

    public static function make(Connection $database): void
    {
        $guards = static fn (string $state): string => implode(';', array_map(static fn (string $table): string => "ALTER TABLE $table $state TRIGGER USER", self::GUARDED));
        $always = implode(';', array_map(static fn (string $table): string => "ALTER TABLE $table ENABLE ALWAYS TRIGGER {$table}_stays; ALTER TABLE $table ENABLE ALWAYS TRIGGER {$table}_is_not_emptied", ['day_book_entry', 'day_book_seal']));
        // What is empty need not be emptied: each table that is costs a millisecond and more, and a test fills a few of them.
        $tables = 'keyword, frame_keyword, stamp_change, stamp_before, standing_order, last_order, stationery, messenger_messages, nod, card_check, card_reading, proving, shoot_copies, proof, copy, file, original, frame, receipt_line, day_book_seal, day_book_entry, shoot, intake, card, store';
        $database->executeStatement($guards('DISABLE')."; TRUNCATE $tables RESTART IDENTITY CASCADE; ".$guards('ENABLE')."; $always");
    }
}
