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
use VelvetLedger\Server\Persistence\Copies\Copy;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Copies\Proof;
use VelvetLedger\Server\Persistence\Copies\StoreSumsRepository;
use VelvetLedger\Server\Persistence\DayBook\ChainChecked;
use VelvetLedger\Server\Persistence\DayBook\DayBookRepository;
use VelvetLedger\Server\Persistence\Intakes\IntakeState;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
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
use VelvetLedger\Server\Persistence\Migrations\Version20261129230000;
use VelvetLedger\Server\Persistence\Migrations\Version20261129233000;
use VelvetLedger\Server\Persistence\Migrations\Version20261129234500;
use VelvetLedger\Server\Persistence\Migrations\Version20261129235000;
use VelvetLedger\Server\Persistence\Migrations\Version20261129235500;
use VelvetLedger\Server\Persistence\Migrations\Version20261129235700;
use VelvetLedger\Server\Persistence\Migrations\Version20261129235900;
use VelvetLedger\Server\Persistence\Migrations\Version20261130001000;
use VelvetLedger\Server\Persistence\Migrations\Version20261130020000;
use VelvetLedger\Server\Persistence\Migrations\Version20261130030000;
use VelvetLedger\Server\Persistence\Migrations\Version20261130040000;
use VelvetLedger\Server\Persistence\Migrations\Version20261130050000;
use VelvetLedger\Server\Persistence\Migrations\Version20261130060000;
use VelvetLedger\Server\Persistence\Migrations\Version20261130070000;
use VelvetLedger\Server\Persistence\Migrations\Version20261130080000;
use VelvetLedger\Server\Persistence\Migrations\Version20261130090000;
use VelvetLedger\Server\Persistence\Migrations\Version20261130100000;
use VelvetLedger\Server\Persistence\Migrations\Version20261130110000;
use VelvetLedger\Server\Persistence\Migrations\Version20261130120000;
use VelvetLedger\Server\Persistence\Migrations\Version20261130130000;
use VelvetLedger\Server\Persistence\Migrations\Version20261130140000;
use VelvetLedger\Server\Persistence\Migrations\Version20261130150000;
use VelvetLedger\Server\Persistence\Migrations\Version20261130160000;
use VelvetLedger\Server\Persistence\Migrations\Version20261201010000;
use VelvetLedger\Server\Persistence\Migrations\Version20261201020000;
use VelvetLedger\Server\Persistence\Migrations\Version20261201050000;
use VelvetLedger\Server\Persistence\Migrations\Version20261201060000;
use VelvetLedger\Server\Persistence\Migrations\Version20261201080000;
use VelvetLedger\Server\Persistence\Shoots\LedgerFile;
use VelvetLedger\Server\Persistence\Shoots\LedgerFrame;
use VelvetLedger\Server\Persistence\Shoots\NamesRepository;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Persistence\Shoots\ShootSums;
use VelvetLedger\Server\Stores\Stores;

/** A ledger that was begun with an earlier version keeps what is in it. */
final class MigrationTest extends LedgerTestCase
{
    private const TO_LANES = [Version20261125004500::class, Version20261125040000::class, Version20261125110000::class, Version20261125150000::class, Version20261125180000::class, Version20261129003000::class, Version20261129060000::class, Version20261129090000::class, Version20261129110000::class];
    private const SINCE = [Version20261129150000::class, Version20261129160000::class, Version20261129170000::class, Version20261129190000::class, Version20261129230000::class, Version20261129233000::class, Version20261129234500::class, Version20261129235000::class, Version20261129235500::class, Version20261129235700::class, Version20261129235900::class, Version20261130001000::class, Version20261130020000::class, Version20261130030000::class, Version20261130040000::class, Version20261130050000::class, Version20261130060000::class, Version20261130070000::class, Version20261130080000::class, Version20261130090000::class, Version20261130100000::class, Version20261130110000::class, Version20261130120000::class, Version20261130130000::class, Version20261130140000::class, Version20261130150000::class, Version20261130160000::class, Version20261201010000::class, Version20261201020000::class, Version20261201050000::class, Version20261201060000::class, Version20261201080000::class];

    public function testFramesOfAnOlderLedgerKeepTheirTimesAndGetTheirOriginalNames(): void
    {
        $this->inAnOlder(static function (Connection $database): void {
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
        });
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
        $this->inAnOlder(function (Connection $database): void {
            self::migrate($database, Version20261123180000::class, Version20261123191500::class, Version20261123210500::class);
            $database->executeStatement((string) file_get_contents(__DIR__.'/older-ledger.sql'));
            self::migrate($database, ...self::TO_LANES, ...self::SINCE);
            self::assertNull($this->service(Stores::class)->prepare());
            $this->carriedOver();
            self::assertSame(IntakeState::Done, $this->goOn(2)->state());
            self::assertSame([Outcome::BroughtIn, Outcome::BroughtIn, Outcome::BroughtIn], \array_slice($this->outcomes(), 6));
            self::assertFileEquals($this->reader->path.'/TOWER/DCIM/100VANTR/V6A_0003.JPG', $this->store->path.'/2026/2026-06-01 Signal tower/2026-06-01_signal-tower_0004.jpg');
            $plan = $this->service(Plans::class)->make($this->desk('TOWER'), new Wishes());
            self::assertSame([3, 0], [$plan->totals->frames->held, $plan->totals->frames->toBringIn], 'and all of it is held');
        });
    }

    /**
     * The dump is of a ledger as it was before the lanes: a card on both drives, one of its copies damaged on the main one since; another
     * while the mirror was away; a third whose intake a person stopped before the first file.
     */
    public function testALedgerFromBeforeTheLanesIsCarriedOverAndGoesOn(): void
    {
        foreach ([1, 2, 3] as $number) {
            $this->reader->put("TOWER/DCIM/100VANTR/V6A_000$number.JPG", (string) file_get_contents(__DIR__."/older-card/V6A_000$number.JPG"), 1_795_954_535);
        }
        StoreMark::put($this->store->path, '132d2e6d-f569-4ae3-a7db-909021b3e6c1', 'Anvil');
        $this->settings();
        self::bootKernel();
        $this->inAnOlder(function (Connection $database): void {
            self::migrate($database, Version20261123180000::class, Version20261123191500::class, Version20261123210500::class, ...self::TO_LANES);
            $database->executeStatement("SET session_replication_role = replica; SET check_function_bodies = off;\n".file_get_contents(__DIR__.'/ledger-before-lanes.sql').'; SET session_replication_role = origin');
            $database->update('store', ['place' => $this->store->path], ['name' => 'Anvil']);
            self::migrate($database, ...self::SINCE);
            self::assertStringStartsWith('The store Bellows is not at /media/velvet/drives/Bellows. Attach its drive', (string) $this->service(Stores::class)->prepare());
            [$receipts, $sums, $book] = [$this->service(ReceiptRepository::class), $this->service(StoreSumsRepository::class), $this->service(DayBookRepository::class)];
            self::assertSame(['2 files on the card: 2 brought in and proven.', '1 file on the card: 1 brought in and proven.', '3 files on the card: 3 still to copy.'], array_map(static fn (int $number): string => $receipts->find($number)->summary()->sentence(), [1, 2, 3]));
            self::assertSame([false, true], [$receipts->find(2)->isStoppedByWish(), $receipts->find(3)->isStoppedByWish()]);
            $of = static fn (int $store): array => array_map(static fn (array $sum): int => $sum[0], $sums->byState($store));
            self::assertEquals([['proven' => 2, 'differs' => 1], ['proven' => 2, 'owed' => 1]], [$of(1), $of(2)]);
            self::assertSame([['2026-11' => 2], ['2026-11' => 2]], [$sums->months(1), $sums->months(2)]);
            self::assertSame([], $database->fetchFirstColumn('SELECT id FROM shoot WHERE add_up_shoot(id)'), 'and all sums are what the rows come to');
            $chain = static fn (): array => (static fn (ChainChecked $is): array => [$is->broken, $is->position])($book->check(ChainChecked::begun(0, null), 1000, 0));
            self::assertSame([null, 9], $chain(), 'the day book is whole under the seals that the version before made');
            self::assertSame([IntakeState::Done, null], [$this->goOn(3)->state(), $receipts->find(3)->stoppedBecause()]);
            self::assertFileEquals($this->reader->path.'/TOWER/DCIM/100VANTR/V6A_0003.JPG', $this->store->path.'/'.$this->lines()[5]->to());
            self::assertEquals(['differs' => 1, 'proven' => 5], $of(1), 'what is damaged stays so until it is mended');
            self::assertNull($book->check(ChainChecked::begun(0, null), 1000, 0)->broken);
        });
    }

    /** @param \Closure(Connection): void $then in a schema of its own, which goes with it; what PostgreSQL was extended by lies in the other */
    private function inAnOlder(\Closure $then): void
    {
        $database = $this->ledger()->getConnection();
        $database->executeStatement('DROP SCHEMA IF EXISTS older CASCADE');
        $database->executeStatement('CREATE SCHEMA older');
        $extensions = static fn (string $schema): string => "ALTER EXTENSION pg_trgm SET SCHEMA $schema; ALTER EXTENSION unaccent SET SCHEMA $schema";
        $database->executeStatement('CREATE SCHEMA IF NOT EXISTS extended; '.$extensions('extended').'; SET search_path TO older, extended');
        try {
            $then($database);
        } finally {
            $database->executeStatement('SET session_replication_role = origin');
            $database->executeStatement('DROP SCHEMA older CASCADE; SET search_path TO public; '.$extensions('public'));
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
