<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Doctrine\DBAL\Connection;
use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;
use Doctrine\Migrations\Query\Query;
use Psr\Log\NullLogger;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Core\Transfer\StoreMark;
use VelvetLedger\Server\Intake\Plans;
use VelvetLedger\Server\Persistence\Copy;
use VelvetLedger\Server\Persistence\CopyState;
use VelvetLedger\Server\Persistence\IntakeState;
use VelvetLedger\Server\Persistence\LedgerFile;
use VelvetLedger\Server\Persistence\LedgerFrame;
use VelvetLedger\Server\Persistence\Migrations\Version20261123180000;
use VelvetLedger\Server\Persistence\Migrations\Version20261123191500;
use VelvetLedger\Server\Persistence\Migrations\Version20261123210500;
use VelvetLedger\Server\Persistence\Migrations\Version20261125004500;
use VelvetLedger\Server\Persistence\Migrations\Version20261125040000;
use VelvetLedger\Server\Persistence\Migrations\Version20261125110000;
use VelvetLedger\Server\Persistence\Migrations\Version20261125150000;
use VelvetLedger\Server\Persistence\Migrations\Version20261125180000;
use VelvetLedger\Server\Persistence\Migrations\Version20261129003000;
use VelvetLedger\Server\Persistence\Migrations\Version20261129060000;
use VelvetLedger\Server\Persistence\Migrations\Version20261129090000;
use VelvetLedger\Server\Persistence\Migrations\Version20261129110000;
use VelvetLedger\Server\Persistence\Migrations\Version20261129150000;
use VelvetLedger\Server\Persistence\Migrations\Version20261129160000;
use VelvetLedger\Server\Persistence\Migrations\Version20261129170000;
use VelvetLedger\Server\Persistence\Migrations\Version20261129190000;
use VelvetLedger\Server\Persistence\NamesRepository;
use VelvetLedger\Server\Persistence\Proof;
use VelvetLedger\Server\Persistence\ReceiptRepository;
use VelvetLedger\Server\Persistence\ShootRepository;
use VelvetLedger\Server\Persistence\ShootSums;
use VelvetLedger\Server\Stores\Stores;

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

    /** The dump is of a ledger that the version before wrote: one card brought in, another pulled out in the middle, one of its names taken. */
    public function testALedgerOfTheVersionBeforeIsCarriedOverAndGoesOn(): void
    {
        foreach ([1, 2, 3] as $number) {
            $this->reader->put("TOWER/DCIM/100VANTR/V6A_000$number.JPG", (string) file_get_contents(__DIR__."/older-card/V6A_000$number.JPG"));
        }
        unlink($this->store->path.'/'.StoreMark::FILE);
        $this->store->put(StoreMark::FILE, "Anvil\n");
        $this->settings(name: 'Anvil');
        self::bootKernel();
        $database = $this->ledger()->getConnection();
        $database->executeStatement('DROP SCHEMA IF EXISTS older CASCADE');
        $database->executeStatement('CREATE SCHEMA older');
        $database->executeStatement('SET search_path TO older');
        try {
            self::migrate($database, Version20261123180000::class, Version20261123191500::class, Version20261123210500::class);
            $database->executeStatement((string) file_get_contents(__DIR__.'/older-ledger.sql'));
            self::migrate($database, Version20261125004500::class, Version20261125040000::class, Version20261125110000::class, Version20261125150000::class, Version20261125180000::class, Version20261129003000::class, Version20261129060000::class, Version20261129090000::class, Version20261129110000::class, Version20261129150000::class, Version20261129160000::class, Version20261129170000::class, Version20261129190000::class);
            self::assertNull($this->service(Stores::class)->prepare());
            $this->carriedOver();
            self::assertSame(IntakeState::Done, $this->goOn(2)->state());
            self::assertSame([Outcome::BroughtIn, Outcome::BroughtIn, Outcome::BroughtIn], \array_slice($this->outcomes(), 6));
            self::assertFileEquals($this->reader->path.'/TOWER/DCIM/100VANTR/V6A_0003.JPG', $this->store->path.'/2026/2026-06-01 Signal tower/2026-06-01_signal-tower_0004.jpg');
            $plan = $this->service(Plans::class)->make($this->card('TOWER'), new Wishes());
            self::assertSame([3, 0], [$plan->totals->frames->held, $plan->totals->frames->toBringIn], 'and all of it is held');
        } finally {
            $database->executeStatement('SET search_path TO public');
            $database->executeStatement('DROP SCHEMA older CASCADE');
        }
    }

    private function carriedOver(): void
    {
        $receipts = $this->service(ReceiptRepository::class);
        self::assertSame('6 files on the card: 4 brought in and proven, 1 not a still, 1 unreadable.', $receipts->find(1)->summary()->sentence());
        self::assertSame([IntakeState::Stopped, 'TOWER', 'Anvil', 'DCIM/100VANTR/V6A_0003.JPG'], [$receipts->find(2)->state(), $receipts->find(2)->source->label, $receipts->find(2)->store->name(), explode("\t", $receipts->find(2)->source->lastStill)[0]]);
        $shoots = $this->service(ShootRepository::class)->page(null);
        self::assertSame([['2026-06-01', 1, 1], ['2026-05-06', 1, 1], ['2026-05-04', 2, 3]], array_map(static fn (ShootSums $sums): array => [$sums->shoot->date, $sums->frames, $sums->files], $shoots));
        $frame = $this->service(ShootRepository::class)->frames($shoots[2]->shoot)[0];
        $file = $frame->files()->findFirst(static fn (int $i, LedgerFile $file): bool => '.orw' === $file->ending);
        self::assertInstanceOf(LedgerFile::class, $file);
        $copy = $file->copies()->first();
        self::assertInstanceOf(Copy::class, $copy);
        self::assertSame(['2026/2026-05-04 Lantern boats', '2026-05-04_lantern-boats_0001', '.orw', 'DCIM/100ORREL/ORL_0031.ORW', CopyState::Proven], [$frame->name->folder, $frame->name->stem, $file->ending, $file->original?->path, $copy->state()]);
        self::assertSame('2026/2026-05-04 Lantern boats/2026-05-04_lantern-boats_0001.orw', $copy->path());
        self::assertSame(5, $this->ledger()->getRepository(Proof::class)->count([]));
        $facts = $frame->facts->facts();
        self::assertSame(['Orrel M4', '2026-05-04T21:14:09', 192, 2], [$facts?->gear->model, $facts?->takenAt?->local, $facts?->image->width, \count($facts->previews ?? [])]);
        self::assertSame([6, 4], [$this->ledger()->getRepository(LedgerFrame::class)->count([]), $this->service(NamesRepository::class)->lastNumberInShoot('2026/2026-06-01 Signal tower', '2026-06-01', 'Signal tower')], 'what waits is a frame too, and has its number');
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
