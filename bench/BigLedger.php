<?php

declare(strict_types=1);

namespace VelvetLedger\Bench;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\DependencyInjection\ContainerInterface;
use VelvetLedger\Server\Kernel;

/** A ledger of 200,000 frames in 900 shoots, from 400 receipts, with 20,000 entries in its day book, in a transaction that is never committed. */
final readonly class BigLedger
{
    public Connection $database;

    private function __construct(private ContainerInterface $container)
    {
        $this->database = $this->service(EntityManagerInterface::class)->getConnection();
    }

    public static function database(): Connection
    {
        return self::booted()->database;
    }

    /** One that was filled and committed. */
    public static function open(): self
    {
        return self::booted();
    }

    private static function booted(): self
    {
        $kernel = new Kernel('test', false);
        $kernel->boot();
        $container = $kernel->getContainer()->get('test.service_container');
        \assert($container instanceof ContainerInterface);

        return new self($container);
    }

    public static function fill(): self
    {
        $ledger = self::booted();
        $database = $ledger->database;
        $database->beginTransaction();
        EmptyLedger::make($database);
        foreach ([
            "INSERT INTO store (uuid, name, role, place, added_at) VALUES (gen_random_uuid(), 'Bench', 'main', '/bench', now())",
            "INSERT INTO card (name, label, first_seen_at, last_seen_at) SELECT 'volume ' || n, 'CARD_' || n, now(), now() FROM generate_series(1, 8) n",
            "INSERT INTO intake (card_id, store_id, state, asked_at, begun_at, ended_at, source_label, source_path, source_first_still, source_last_still, problems, standing_order, makes, sums, unlisted)
                SELECT 1 + n % 8, 1, CASE WHEN n = 400 THEN 'running' ELSE 'done' END, now(), now(), now(), 'CARD_' || (1 + n % 8), '/media/card', '', '', '[]', '{}', '[]', '[{\"outcome\": \"brought in\", \"files\": 500, \"frames\": 500, \"bytes\": 10000000}]', 0 FROM generate_series(1, 400) n",
            "INSERT INTO shoot (opened_at, date, description, folder, place, frames, files, bytes, taken_from, taken_to, first_name, last_name, proven_since, cover_id, home_id)
                SELECT now(), to_char(date '2025-01-01' + n * 2, 'YYYY-MM-DD'), 'shoot ' || n, '2026/shoot ' || n, md5('2026/shoot ' || n || E'\\n' || to_char(date '2025-01-01' + n * 2, 'YYYY-MM-DD') || E'\\nshoot ' || n), 667, 667, 10000000, '2026-01-01T00:00:00', '2026-01-01T10:00:00', 'a', 'z', now(), n, 1 FROM generate_series(1, 900) n",
            "INSERT INTO frame (shoot_id, intake_id, card_key, original_name, original_number, folder, stem, sequence, sequence_scope, taken_at, time_source, clock_correction, exposure_identity, body, serial, iso, camera_time, facts)
                SELECT 1 + (n - 1) / 223, 1 + n % 400, lpad(to_hex(n), 16, '0'), 'ORL_' || n, lpad((n % 10000)::text, 4, '0'), '2026/shoot ' || (1 + (n - 1) / 223), 'f' || n, n, CASE WHEN n % 2 = 0 THEN 'this shoot' ELSE 'running on' END, '2026-01-01T00:00:00', 'camera', 0, md5('e' || n), 'Orrel M4', '7', 400, '2026-01-01T00:00:00', '{\"previews\": []}' FROM generate_series(1, 200000) n",
            "INSERT INTO original (card_id, frame_id, path, kind, bytes, modified_at, quick_print, checksum) SELECT 1 + n % 8, n, 'DCIM/' || n, 'still raw', 20000000 + n * 7, 0, (20000000 + n * 7) || '-' || md5('p' || n), md5('c' || n) FROM generate_series(1, 200000) n",
            "INSERT INTO file (frame_id, original_id, making, ending, bytes, checksum) SELECT n, n, 'original as it is', '.orw', 20000000 + n * 7, md5('c' || n) FROM generate_series(1, 200000) n",
            "INSERT INTO copy (file_id, store_id, path, state, checksum, proven_at) SELECT n, 1, '2026/shoot ' || (1 + (n - 1) / 223) || '/f' || n || '.orw', 'proven', md5('c' || n), now() FROM generate_series(1, 200000) n",
            "INSERT INTO receipt_line (intake_id, position, path, kind, bytes, modified_at, outcome, reason, frame_key, folder, name, again, frame_id, file_id, quick_print)
                SELECT 1 + n % 400, n / 400, 'DCIM/' || n, 'still raw', 20000000 + n * 7, 0, CASE WHEN 1 + n % 400 = 400 AND n % 3 = 0 THEN 'waiting' ELSE 'brought in' END, '', lpad(to_hex(n), 16, '0'), '2026/shoot ' || (1 + (n - 1) / 223), 'f' || n || '.orw', false, n, n, (20000000 + n * 7) || '-' || md5('p' || n) FROM generate_series(1, 200000) n",
            "INSERT INTO day_book_entry (at, kind, entry, card_id, store_id) SELECT now(), 'intake', 'entry ' || n, 1 + n % 8, 1 FROM generate_series(1, 20000) n",
            'SET CONSTRAINTS ALL IMMEDIATE', // sums and seals, which else come where a transaction ends
        ] as $fill) {
            $database->executeStatement($fill);
        }
        foreach (['intake', 'shoot', 'frame', 'original', 'file', 'copy', 'shoot_copies', 'receipt_line', 'day_book_entry', 'day_book_seal'] as $table) {
            $database->executeStatement("ANALYZE $table");
        }

        return $ledger;
    }

    /**
     * @template T of object
     *
     * @param class-string<T> $class
     *
     * @return T
     */
    public function service(string $class): object
    {
        $service = $this->container->get($class);
        \assert($service instanceof $class);

        return $service;
    }

    /**
     * The best of fifteen, after one to warm up, in milliseconds.
     *
     * @param \Closure(): mixed $ask
     */
    public static function time(\Closure $ask): float
    {
        $ask();
        $best = \INF;
        for ($i = 0; $i < 15; ++$i) {
            $start = hrtime(true);
            $ask();
            $best = min($best, (hrtime(true) - $start) / 1e6);
        }

        return $best;
    }

    public function forget(): void
    {
        $this->database->rollBack();
    }
}
