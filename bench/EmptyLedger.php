<?php

declare(strict_types=1);

namespace VelvetLedger\Bench;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Exception\DeadlockException;

/** A ledger with nothing in it: what may never be emptied is, by its owner, who may take the triggers away. Tables that have nothing in them are left, for emptying one takes as long as writing to it. */
final class EmptyLedger
{
    private const GUARDED = ['proof', 'day_book_entry', 'day_book_seal', 'look_act', 'look_judged'];
    private const TABLES = ['taken_in_row', 'taken_in', 'dump_trouble', 'dump_copy', 'dump', 'look_picked', 'album_frame', 'album', 'kept_find', 'find_languages', 'find_touched', 'find_name', 'find_bits', 'find_value', 'look_goal', 'look_judged', 'look_act', 'look_sitting', 'judgement', 'keyword', 'frame_keyword', 'step', 'following', 'change_of_shoot', 'change', 'change_before', 'standing_order', 'last_order', 'stationery', 'conversion', 'messenger_messages', 'nod', 'card_check', 'card_reading', 'proving', 'shoot_copies', 'shoot_part_copies', 'shoot_part', 'shoot_touched', 'proof', 'copy', 'file', 'original', 'frame_measurement', 'frame_sensor', 'frame_together', 'frame', 'receipt_line', 'intake_wait', 'day_book_seal', 'day_book_entry', 'shoot_selects', 'placing_rule', 'placing_asked', 'stage_tree', 'beside_earlier', 'beside_copy', 'beside_look', 'beside', 'shoot', 'intake', 'card', 'store_sighting', 'machine', 'store'];

    public static function make(Connection $database): void
    {
        $filled = array_values(array_filter($database->fetchFirstColumn(implode(' UNION ALL ', array_map(static fn (string $table): string => "SELECT '$table' WHERE EXISTS (SELECT 1 FROM $table)", self::TABLES))), \is_string(...)));
        if ([] !== $filled) {
            $guards = static fn (string $state): string => implode(';', array_map(static fn (string $table): string => "ALTER TABLE $table $state TRIGGER USER", self::GUARDED));
            $always = implode(';', array_map(static fn (string $table): string => "ALTER TABLE $table ENABLE ALWAYS TRIGGER {$table}_stays; ALTER TABLE $table ENABLE ALWAYS TRIGGER {$table}_is_not_emptied", ['day_book_entry', 'day_book_seal']));
            self::whileOthersLook(static fn () => $database->executeStatement($guards('DISABLE').'; TRUNCATE '.implode(', ', $filled).' CASCADE; '.$guards('ENABLE')."; $always"));
        }
        $database->executeStatement('UPDATE placing_all SET beside = \'"all"\', earlier_days = 30 WHERE beside::text <> \'"all"\' OR earlier_days <> 30');
        $database->executeStatement('UPDATE ledger_identity SET handed_over_at = NULL, handed_over_by = NULL WHERE handed_over_at IS NOT NULL');
        $database->executeStatement("SELECT setval(format('%I.%I', schemaname, sequencename)::regclass, 1, false) FROM pg_sequences WHERE schemaname = 'public' AND sequencename <> 'messenger_messages_id_seq' AND last_value IS NOT NULL"); // a worker that has not done yet takes its message away by number
    }

    /**
     * A page or a worker may be reading just then what is emptied, in another order: whoever is made to give way tries again.
     *
     * @param \Closure(): mixed $empty
     */
    private static function whileOthersLook(\Closure $empty): void
    {
        for ($try = 1;; ++$try) {
            try {
                $empty();

                return;
            } catch (DeadlockException $gaveWay) {
                if ($try >= 5) {
                    throw $gaveWay;
                }
                usleep(100_000 * $try);
            }
        }
    }
}
