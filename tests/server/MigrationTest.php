<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;
use Doctrine\Migrations\Query\Query;
use Psr\Log\NullLogger;
use VelvetLedger\Server\Persistence\Migrations\Version20261123180000;
use VelvetLedger\Server\Persistence\Migrations\Version20261123191500;
use VelvetLedger\Server\Persistence\Migrations\Version20261123210500;

/** A ledger that was begun with an earlier version keeps what is in it. */
final class MigrationTest extends LedgerTestCase
{
    public function testFramesOfAnOlderLedgerKeepTheirTimesAndGetTheirOriginalNames(): void
    {
        $database = $this->ledger()->getConnection();
        $database->executeStatement('DROP SCHEMA IF EXISTS older CASCADE');
        $database->executeStatement('CREATE SCHEMA older');
        $database->executeStatement('SET search_path TO older');
        try {
            self::migrate($database, Version20261123180000::class, Version20261123191500::class);
            $database->executeStatement("INSERT INTO intake (state, asked_at, bytes_moved, files_moved, source_label, source_path, store, problems) VALUES ('done', now(), 1, 1, 'CARD', '/media/CARD', 'Main', '[]')");
            $database->executeStatement("INSERT INTO shoot (opened_at, date, description, folder) VALUES (now(), '2026-05-04', 'boats', '2026/2026-05-04 boats')");
            foreach (['DCIM/100ORREL/ORL_0031.JPG' => 'false', 'DCIM/scan.v2.tif' => 'true', 'README' => 'false'] as $path => $byFile) {
                $database->executeStatement("INSERT INTO frame (shoot_id, intake_id, card_key, stem, taken_at, dated_by_file) VALUES (1, 1, substr(md5('$path'), 1, 16), 'x', '2026-05-04T21:14:09', $byFile)");
                $database->executeStatement("INSERT INTO ledger_file (frame_id, kind, original_path, bytes, checksum, quick_print, modified_at) VALUES ((SELECT max(id) FROM frame), 'still rendered', '$path', 1, '', '', 0)");
            }
            $database->executeStatement("INSERT INTO receipt_line (intake_id, position, path, kind, bytes, modified_at, outcome, reason, folder, name) VALUES (1, 0, 'x', 'still rendered', 1, 0, 'waiting', '', '2026/2026-05-04 boats', 'x.jpg')");
            self::migrate($database, Version20261123210500::class);
            self::assertSame([
                ['original_name' => 'ORL_0031', 'original_number' => '0031', 'time_source' => 'camera', 'clock_correction' => 0, 'sequence' => null],
                ['original_name' => 'scan.v2', 'original_number' => null, 'time_source' => 'file', 'clock_correction' => 0, 'sequence' => null],
                ['original_name' => 'README', 'original_number' => null, 'time_source' => 'camera', 'clock_correction' => 0, 'sequence' => null],
            ], $database->fetchAllAssociative('SELECT original_name, original_number, time_source, clock_correction, sequence FROM frame ORDER BY id'));
            self::assertSame('2026/2026-05-04 boats', $database->fetchOne('SELECT shoot_folder FROM receipt_line'), 'an intake that was under way goes on');
            $database->executeStatement("INSERT INTO shoot (opened_at, date, description, folder) VALUES (now(), '2026-05-05', 'boats', '2026/2026-05-04 boats')");
        } finally {
            $database->executeStatement('SET search_path TO public');
            $database->executeStatement('DROP SCHEMA older CASCADE');
        }
    }

    /** @param class-string<AbstractMigration> ...$versions */
    private static function migrate(Connection $database, string ...$versions): void
    {
        foreach ($versions as $version) {
            $migration = new $version($database, new NullLogger());
            $migration->up(new Schema());
            foreach (array_map(static fn (Query $query): string => $query->getStatement(), $migration->getSql()) as $statement) {
                $database->executeStatement($statement);
            }
        }
    }
}
