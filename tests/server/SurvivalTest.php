<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Psr\Log\NullLogger;
use Symfony\Component\Clock\MockClock;
use Symfony\Component\Process\Process;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Server\Clearance\CardClearance;
use VelvetLedger\Server\Copies\Proving;
use VelvetLedger\Server\Intake\Interrupted;
use VelvetLedger\Server\Pace\Pace;
use VelvetLedger\Server\Pages\StillOpenPage;
use VelvetLedger\Server\Pages\SurvivalPage;
use VelvetLedger\Server\Persistence\Find\AlbumEntries;
use VelvetLedger\Server\Persistence\Intakes\IntakeState;
use VelvetLedger\Server\Persistence\Lock;
use VelvetLedger\Server\Persistence\Locks;
use VelvetLedger\Server\Persistence\Survival\DumpRepository;
use VelvetLedger\Server\Persistence\Survival\DumpRow;
use VelvetLedger\Server\Stores\Store;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Survival\DumpsInWords;
use VelvetLedger\Server\Survival\GoesOn;
use VelvetLedger\Server\Survival\KeepsDumps;
use VelvetLedger\Server\Survival\MakesDumps;
use VelvetLedger\Server\Survival\RestoresDumps;
use VelvetLedger\Server\Survival\SettlesRestored;
use VelvetLedger\Server\Tools\PgPrograms;
use VelvetLedger\Server\View\Survival\LossView;
use VelvetLedger\Server\View\Survival\LostFromView;
use VelvetLedger\Server\Work\Interruption;
use VelvetLedger\Server\Work\KeepDump;
use VelvetLedger\Server\Work\KeepsDump;
use VelvetLedger\Server\Work\Lane;
use VelvetLedger\Server\Work\WatchesDumps;
use VelvetLedger\Tests\Stills;

/** The ledger survives its machine: its dumps lie at the stores, are proven, and make it anew where nothing but a drive is left. */
final class SurvivalTest extends LedgerTestCase
{
    use OtherDatabases;

    protected function setUp(): void
    {
        parent::setUp();
        $this->drives('Bellows', 'Coffer');
        foreach ([1, 2, 3, 4] as $i) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$i.JPG", Stills::jpeg("2026-05-04 21:14:0$i", $i));
        }
        $this->reader->put('LATER/DCIM/100ORREL/ORL_0009.JPG', Stills::jpeg('2026-05-05 10:00:00', 9));
    }

    public function testADumpComesToTheStoresThatAreThereIsProvenAndMadeAnewOnlyWhereSomethingChanged(): void
    {
        self::assertStringContainsString('lies on this machine alone', $this->service(DumpsInWords::class)->sentence());
        self::assertSame('Nothing came in yet.', $this->service(SurvivalPage::class)->view()->losses[0]->sentence);
        $this->bringIn('CARD', new Wishes(otherwise: 'boats'));
        self::assertNull($this->service(DumpsInWords::class)->warning(), 'it is only just begun');
        self::assertStringContainsString('would be gone, for no store has a proven dump', $this->service(SurvivalPage::class)->view()->losses[0]->sentence);
        $this->ledger()->getConnection()->executeStatement("UPDATE intake SET asked_at = now() - interval '2 hours'");
        self::assertContains('The ledger itself was not dumped yet: were this machine lost, so would be all that is known of the frames.', array_column($this->service(StillOpenPage::class)->view(), 'sentence'));
        $this->drivesAway('Coffer');
        $dump = $this->keep();
        self::assertSame([2, null], [\count($dump->stores), $dump->because]);
        self::assertNotNull($dump->provenAt);
        self::assertSame(4, $dump->document->rows['frame']);
        self::assertNull($this->service(DumpsInWords::class)->warning());
        self::assertStringContainsString('It lies at Anvil and Bellows. Coffer is owed it.', $this->service(DumpsInWords::class)->sentence());
        $losses = $this->service(SurvivalPage::class)->view()->losses;
        self::assertSame([['This machine', 'Nothing would be gone: the ledger is as it was dumped, and Anvil and Bellows have it.', false], ['Anvil', 'No picture would be gone: each has a copy elsewhere that was read.', false]], array_map(static fn (LossView $loss): array => [$loss->of, $loss->sentence, $loss->isGrave], \array_slice($losses, 0, 2)));
        $this->ledger()->getConnection()->executeStatement("UPDATE copy SET state = 'missing' WHERE store_id IN (SELECT id FROM store WHERE name <> 'Anvil') AND path LIKE '%_0003.jpg'");
        $losses = $this->service(SurvivalPage::class)->view()->losses;
        self::assertSame(['Anvil', true, [1, 1]], [$losses[1]->of, $losses[1]->isGrave, array_map(static fn (LostFromView $from): int => $from->files, [...$losses[1]->shoots, ...$losses[1]->shoots])]);
        $this->ledger()->getConnection()->executeStatement("UPDATE copy SET state = 'proven' WHERE state = 'missing'");
        foreach (['Anvil', 'Bellows'] as $drive) {
            self::assertSame([$dump->name.'.dump', $dump->name.'.json', 'shoots'], FolderNames::in($this->onDrive($drive, 'velvet-ledger')));
            $table = array_map(static fn (string $line): array => str_getcsv($line, escape: ''), explode("\r\n", rtrim((string) file_get_contents($this->onDrive($drive, 'velvet-ledger/shoots/2026/2026-05-04 boats.csv')))));
            self::assertSame([5, '2026-05-04_boats_0002.jpg', 'DCIM/100ORREL/ORL_0002.JPG', hash_file('xxh128', $this->onDrive($drive, '2026/2026-05-04 boats/2026-05-04_boats_0002.jpg'))], [\count($table), $table[2][0], $table[2][1], $table[2][7]]);
            self::assertSame($dump->document->checksum, hash_file('xxh128', $this->onDrive($drive, "velvet-ledger/$dump->name.dump")));
        }
        $dump = $this->keep();
        self::assertSame($dump->name, $this->keep()->name, 'nothing changed');
        $this->drivesBack('Coffer');
        self::assertSame([$dump->name, 3], [$this->keep()->name, \count($this->keep()->stores)], 'what was away gets it when it is back');
        $this->service(AlbumEntries::class)->called('the book');
        self::assertNotSame($dump->name, $this->keep()->name);
        self::assertCount(5, FolderNames::in($this->onDrive('Coffer', 'velvet-ledger')));
        for ($i = 0; $i < 4; ++$i) {
            $this->service(KeepsDumps::class)->keep(true);
        }
        self::assertSame(6, \count((array) glob($this->onDrive('Coffer', 'velvet-ledger/ledger_*'))), 'the last three, of one day');
        self::assertCount(3, $this->service(DumpRepository::class)->all());
    }

    public function testADumpThatIsNotWhatWasWrittenIsNotProvenAndSaidSo(): void
    {
        $this->bringIn('CARD', new Wishes(otherwise: 'boats'));
        $this->settled();
        $made = $this->service(MakesDumps::class)->make();
        self::damage($this->service(MakesDumps::class)->path($made->name));
        $dump = $this->keep();
        self::assertNull($dump->provenAt);
        self::assertSame([], $dump->stores, 'nothing is copied from it');
        self::assertStringContainsString('is not proven: its bytes are not those that were written.', (string) $this->service(DumpsInWords::class)->warning());
        // Another is made when something changes; and the leftovers of one that was cut are in nobody's way.
        file_put_contents(\dirname($this->service(MakesDumps::class)->path('')).'/.ledger_cut.part', 'half');
        $this->service(PgPrograms::class)->create($this->service(PgPrograms::class)->name().'_proof');
        $this->service(AlbumEntries::class)->called('the book');
        self::assertNotNull($this->keep()->provenAt);
        self::assertNull($this->service(DumpsInWords::class)->warning());
        self::assertCount(1, FolderNames::in(\dirname($this->service(MakesDumps::class)->path(''))));
    }

    public function testItIsAskedForWhereWorkRestsAndWhereAStoreIsBack(): void
    {
        $clock = new MockClock();
        $sent = new SentMessages();
        $watch = new WatchesDumps($this->service(DumpRepository::class), $this->service(KeepsDumps::class), $sent, $clock);
        $asked = function (int $seconds) use ($clock, $sent, $watch): int {
            $this->settled();
            $before = \count($sent->all());
            for ($i = 0; $i < $seconds; $i += 20) {
                $clock->sleep(20);
                $watch->look();
            }

            return \count($sent->all()) - $before;
        };
        $this->bringIn('CARD', new Wishes(otherwise: 'boats'));
        self::assertSame([0, 1, 0], [$asked(40), $asked(60), $asked(400)], 'when the first card has come in, and asked for once');
        $this->drivesAway('Coffer');
        $this->keep();
        self::assertSame(0, $asked(1200), 'nothing changed');
        $this->drivesBack('Coffer');
        self::assertSame([1, 0], [$asked(20), $asked(200)], 'what was away is served at once');
        $this->keep();
        $this->service(AlbumEntries::class)->called('the book');
        self::assertSame([1, 0], [$asked(100), $asked(400)], 'when it has rested, and not too often');
    }

    /** A dump that is asked for and does not come is told, with the reason, for as long as it is so. */
    public function testWhyThereIsNoDumpIsSaidAndWhoAsksWhileOneIsMadeGetsAnother(): void
    {
        $this->bringIn('CARD', new Wishes(otherwise: 'boats'));
        $words = $this->service(DumpsInWords::class);
        $database = $this->ledger()->getConnection();
        $database->insert('messenger_messages', ['body' => '', 'headers' => '', 'queue_name' => 'dumps-here', 'created_at' => '2026-05-04', 'available_at' => '2026-05-04']);
        self::assertSame([true, 'This ledger was not dumped yet: it lies on this machine alone. A dump is asked for: it comes when a worker is free.'], [$words->isUnderWay(), $words->sentence()]);
        $database->executeStatement('DELETE FROM messenger_messages');
        self::assertFalse($words->isUnderWay());

        $other = $this->service(PgPrograms::class)->connect($this->service(PgPrograms::class)->name());
        (new Locks($other))->take(Lock::Dumps, 0);
        self::assertStringEndsWith('alone. A dump is being made, carried and proven just now.', $words->sentence());
        $sent = new SentMessages();
        $keeps = new KeepsDump($this->service(KeepsDumps::class), new Lane($this->service(Pace::class), $this->service(Interruption::class), $sent), new NullLogger());
        $keeps(new KeepDump());
        self::assertEquals([[new KeepDump()], null], [$sent->all(), $words->warning()], 'asked for again, by itself');
        $other->close();

        $folder = \dirname($this->service(MakesDumps::class)->path(''));
        (new Process(['rm', '-rf', $folder]))->mustRun();
        touch($folder);
        $keeps(new KeepDump());
        self::assertStringStartsWith("The ledger could not be dumped: the folder $folder could not be made. It is as it was. That was on ", (string) $words->warning());
        unlink($folder);
        $this->store->put('Coffer/pictures/velvet-ledger', 'in the way');
        $keeps(new KeepDump());
        self::assertStringContainsString('It lies at Anvil and Bellows. Coffer is owed it.', $words->sentence());
        self::assertMatchesRegularExpression('#Coffer/pictures/velvet-ledger.* That was on .*; it is tried again by itself\.$#', (string) $words->warning());
        $database->executeStatement('INSERT INTO dump_copy (dump_id, store_id, read_at) SELECT (SELECT max(id) FROM dump), store_id, now() FROM dump_trouble');
        self::assertNull($words->warning(), 'what a store has, it does not lack, whatever happened once');
        $database->executeStatement('DELETE FROM dump_copy WHERE store_id IN (SELECT store_id FROM dump_trouble)');
        unlink($this->onDrive('Coffer', 'velvet-ledger'));
        $keeps(new KeepDump());
        self::assertSame([null, 1, false], [$words->warning(), \count($sent->all()), $words->isUnderWay()]);
    }

    /** As Messenger's keepalive does: at any point, on the connection that the worker has. */
    public function testAWorkerThatSaysThatItIsAtItDoesNotEndTheDump(): void
    {
        $this->bringIn('CARD', new Wishes(otherwise: 'boats'));
        $database = $this->ledger()->getConnection();
        $said = $failed = 0;
        pcntl_async_signals(true);
        pcntl_signal(\SIGUSR1, static function () use ($database, &$said, &$failed): void {
            ++$said;
            try {
                $database->executeStatement('UPDATE messenger_messages SET delivered_at = now() WHERE id = 0');
            } catch (\Throwable) {
                ++$failed;
            }
        });
        $alarm = new Process(['bash', '-c', 'for i in {1..400}; do kill -USR1 '.getmypid().'; sleep 0.01; done']);
        $alarm->start();
        try {
            self::assertNotNull($this->keep()->provenAt);
        } finally {
            $alarm->stop(0);
            pcntl_signal(\SIGUSR1, \SIG_IGN);
        }
        self::assertGreaterThan(3, $said);
        self::assertSame(0, $failed);
    }

    public function testKilledAtAnyMomentOfDumpingProvingAndRestoringItIsAsNeverCut(): void
    {
        mt_srand(28);
        $this->bringIn('CARD', new Wishes(otherwise: 'boats'));
        for ($i = 0; $i < 3; ++$i) {
            self::killed('dump', mt_rand(200, 1800));
        }
        $this->restart();
        $dump = $this->keep();
        self::assertSame([3, true, null], [\count($dump->stores), null !== $dump->provenAt, $dump->because]);
        self::assertSame([$dump->name.'.dump'], FolderNames::in(\dirname($this->service(MakesDumps::class)->path(''))));
        foreach (['Anvil', 'Bellows', 'Coffer'] as $drive) {
            foreach (FolderNames::in($this->onDrive($drive, 'velvet-ledger')) as $name) {
                self::assertMatchesRegularExpression('/^(ledger_.*\.(dump|json)|shoots)$/', $name, 'nothing half-written is left');
            }
        }
        $before = $this->said();
        $this->onAnEmptyDatabase();
        for ($i = 0; $i < 2; ++$i) {
            self::killed('restore', mt_rand(300, 1600), $this->onDrive('Bellows'));
        }
        $this->onDatabase((string) getenv('DATABASE_URL'));
        if ([] === $this->column("SELECT 1 FROM pg_tables WHERE schemaname = 'public' AND tablename = 'frame'")) {
            $this->service(RestoresDumps::class)->restore($this->onDrive('Bellows'), null);
        }
        $this->restart();
        $this->service(Stores::class)->prepare();
        self::assertSame(\array_slice($before, 1), \array_slice($this->said(), 1));
        self::assertSame([4], $this->column('SELECT count(*) FROM frame'));
    }

    public function testWithEverythingGoneButOneDriveTheLedgerIsAsItWas(): void
    {
        $this->bringIn('CARD', new Wishes(otherwise: 'boats'));
        $frames = array_map(static fn (mixed $id): int => is_numeric($id) ? (int) $id : 0, $this->column('SELECT id FROM frame ORDER BY id'));
        $this->service(AlbumEntries::class)->add($this->service(AlbumEntries::class)->called('the book'), \array_slice($frames, 0, 2));
        $this->ledger()->getConnection()->executeStatement("INSERT INTO judgement (frame_id, decision, stars, revision) VALUES (?, 'keep', 5, 1)", [$frames[0]]);
        $earlier = $this->keep();
        $before = $this->said();
        self::assertStringContainsString('may be formatted', $before[0]);
        // After it: a rename, an intake, and another dump, which the drive does not hold well.
        $this->bringIn('LATER', new Wishes(otherwise: 'later'));
        rename($this->onDrive('Bellows', '2026/2026-05-04 boats/2026-05-04_boats_0002.jpg'), $this->onDrive('Bellows', '2026/2026-05-04 boats/red-boat.jpg'));
        $latest = $this->keep();
        self::assertNotSame($earlier->name, $latest->name);
        self::damage($this->onDrive('Bellows', "velvet-ledger/$latest->name.dump"));
        try {
            $this->service(RestoresDumps::class)->restore($this->onDrive('Bellows'), null);
            self::fail('this home has a ledger');
        } catch (CouldNot $no) {
            self::assertStringContainsString('has a ledger already, of 5 frames', $no->getMessage());
        }
        foreach (['Anvil', 'Coffer'] as $drive) {
            (new Process(['rm', '-rf', $this->store->path.'/'.$drive]))->mustRun();
        }

        $this->onAnEmptyDatabase();
        $this->store->put('Odd/velvet-ledger/ledger_x.json', '{');
        foreach ([[$this->store->path.'/Odd', null, 'The document of the dump ledger_x cannot be read'], [$this->reader->path, null, 'There is no dump of a ledger in'], [$this->onDrive('Bellows'), new \DateTimeImmutable('2020-01-01'), 'No dump there is of 2020-01-01']] as [$folder, $at, $said]) {
            try {
                $this->service(RestoresDumps::class)->restore($folder, $at);
                self::fail($said);
            } catch (CouldNot $no) {
                self::assertStringContainsString($said, $no->getMessage());
            }
        }
        $this->service(PgPrograms::class)->create($this->service(PgPrograms::class)->name().'_restored'); // of one that was cut
        [$document, $because] = $this->service(RestoresDumps::class)->restore($this->onDrive('Bellows'), null);
        self::assertSame([$earlier->document->madeAt, ["The dump $latest->name was left out: its bytes are not those that were written."]], [$document->madeAt, $because]);
        $this->restart();
        $this->service(Stores::class)->prepare();
        $this->theOtherChangesNothingUntilItIsToldToGoOn();
        $said = implode("\n", $this->service(SettlesRestored::class)->settle());
        self::assertStringContainsString('Bellows: 3 files are where the dump has them.', $said);
        self::assertStringContainsString('1 file is under another name since the dump, and found again by what is in it', $said);
        self::assertStringContainsString('1 file in "2026/2026-05-05 later" that the dump does not know: the ledger\'s by its lists, and in it again.', $said);
        self::assertStringContainsString('Anvil and Coffer are not there', $said);
        self::assertSame(\array_slice($before, 1), \array_slice($this->said(), 1), 'stars and album');
        $clearance = $this->service(CardClearance::class)->of($this->card('CARD'));
        self::assertTrue($clearance->mayBeFormatted, 'as before');
        self::assertStringContainsString('Seen just now: those on Bellows. Believed, for they are away: those on Anvil', $clearance->sentence);
        // What the drive has is proven again, under the names that it has there.
        $stores = array_flip($this->service(Stores::class)->names());
        $this->proveAgain($stores['Bellows']);
        self::assertSame([['proven', 5]], $this->ledger()->getConnection()->fetchAllNumeric('SELECT state, count(*) FROM copy WHERE store_id = ? GROUP BY state', [$stores['Bellows']]));
        self::assertSame(['2026/2026-05-04 boats/red-boat.jpg'], $this->column("SELECT path FROM copy WHERE path LIKE '%red-boat.jpg'"));
    }

    /** A dump older than an intake, a rename and a judgement: lists and tables tell the first two; one store was away when that was done, and follows. */
    public function testWhatCameAfterTheDumpIsKnownAgainByListsAndTables(): void
    {
        $this->drivesAway('Coffer');
        $this->bringIn('CARD', new Wishes(otherwise: 'boats'));
        $earlier = $this->keep();
        $this->bringIn('LATER', new Wishes(otherwise: 'later'));
        $this->console('rename', '2026/2026-05-04 boats', '--description', 'red boats');
        $this->carryOutSteps();
        self::assertFileExists($this->onDrive('Bellows', '2026/2026-05-04 red boats/2026-05-04_red-boats_0003.jpg'));
        $shoots = fn (): array => $this->ledger()->getConnection()->fetchAllNumeric('SELECT date, description, folder, frames FROM shoot ORDER BY date');
        $frames = fn (): array => $this->column("SELECT folder || '/' || stem FROM frame ORDER BY 1");
        $before = [$shoots(), $frames()];
        rename($this->store->path.'/Anvil', $this->reader->path.'/Anvil.away'); // its files bear the new names, too; it is away when the other is restored

        $this->onAnEmptyDatabase();
        [$document] = $this->service(RestoresDumps::class)->restore($this->onDrive('Bellows'), null);
        self::assertSame($earlier->document->madeAt, $document->madeAt);
        $this->restart();
        $this->service(Stores::class)->prepare();
        $said = implode("\n", $this->service(SettlesRestored::class)->settle());
        self::assertStringContainsString('Bellows: 4 files are under another name since the dump', $said);
        self::assertStringContainsString('1 file in "2026/2026-05-05 later" that the dump does not know', $said);
        self::assertSame($before, [$shoots(), $frames()]);
        self::assertSame([4], $this->column("SELECT count(*) FROM step w JOIN store s ON s.id = w.store_id WHERE s.name = 'Anvil' AND w.state = 'waiting' AND w.to_path LIKE '%red-boats%'"), 'what is away is to be called so, too');
        rename($this->reader->path.'/Anvil.away', $this->store->path.'/Anvil');
        $this->restart();
        self::assertStringContainsString('Anvil: 4 files are under another name since the dump', implode("\n", $this->service(SettlesRestored::class)->settle()));
        $this->carryOutSteps();
        $this->console('owed');
        self::assertSame([$before, []], [[$shoots(), $frames()], $this->column("SELECT w.because FROM step w JOIN store s ON s.id = w.store_id WHERE s.name <> 'Coffer' AND w.state = 'waiting'")]);
        self::assertSame([5, 0], [$this->column("SELECT count(*) FROM copy c JOIN store s ON s.id = c.store_id WHERE s.name = 'Anvil' AND c.state = 'proven'")[0], $this->column("SELECT count(*) FROM copy WHERE state IN ('missing', 'differs')")[0]]);
    }

    /** What a dump found half come in is whole by now: its files are not brought in twice when that intake is gone on with. */
    public function testAnIntakeThatWasUnderWayWhenItWasDumpedIsNotGoneThroughTwice(): void
    {
        $intake = $this->start('CARD', new Wishes(otherwise: 'boats'));
        $this->secondsPass();
        try {
            $this->bringOn($intake->id(), static fn () => throw Interrupted::bySignal(15));
        } catch (Interrupted) {
        }
        $came = $this->column("SELECT count(*) FROM receipt_line WHERE outcome = 'brought in'")[0];
        self::assertLessThan(4, $came);
        $this->keep();
        $this->bringOn($intake->id());
        self::assertSame([4], $this->column('SELECT count(*) FROM file'));
        $this->onAnEmptyDatabase();
        $this->service(RestoresDumps::class)->restore($this->onDrive('Bellows'), null);
        $this->restart();
        $this->service(Stores::class)->prepare();
        $this->service(SettlesRestored::class)->settle();
        $whole = fn (): array => [$this->column('SELECT count(*) FROM frame'), $this->column('SELECT count(*) FROM file'), $this->column("SELECT count(*) FROM receipt_line WHERE outcome = 'waiting'"), $this->column("SELECT count(*) FROM copy WHERE state = 'proven'")];
        self::assertSame([[4], [4], [0], [12]], $whole());
        $this->restart();
        $intake = $this->bringOn($intake->id());
        self::assertSame([IntakeState::Done, [[4], [4], [0], [12]]], [$intake->state(), $whole()]);
        self::assertStringContainsString('held already', $intake->summary()->sentence());
    }

    /** The ledger that the dump was of is still there, on another machine, and meets the drive. */
    private function theOtherChangesNothingUntilItIsToldToGoOn(): void
    {
        $before = $this->database[0] ?? '';
        $restored = (string) getenv('DATABASE_URL');
        self::assertTrue($this->bellows()->isPresent());
        $mark = (string) file_get_contents($this->onDrive('Bellows', '.velvet-ledger-store'));
        $this->onDatabase($before);
        self::assertFalse($this->bellows()->isPresent());
        self::assertStringContainsString('is written to by another ledger now', $this->bellows()->absence()->getMessage());
        $this->service(Stores::class)->prepare();
        self::assertStringEqualsFile($this->onDrive('Bellows', '.velvet-ledger-store'), $mark, 'nothing is changed');
        self::assertSame(['Bellows'], $this->service(GoesOn::class)->here());
        self::assertTrue($this->bellows()->isPresent());
        $this->onDatabase($restored);
        self::assertFalse($this->bellows()->isPresent(), 'now it is the restored one that stays away');
        self::assertSame(['Bellows'], $this->service(GoesOn::class)->here());
        self::assertTrue($this->bellows()->isPresent());
    }

    private function bellows(): Store
    {
        $stores = $this->service(Stores::class);

        return $stores->at($stores->find(array_flip($stores->names())['Bellows']));
    }

    /** @return list<string> of the card, of stars, of the album */
    private function said(): array
    {
        $text = static fn (mixed $rows): string => json_encode($rows, \JSON_THROW_ON_ERROR);

        return [$this->fresh(CardClearance::class)->of($this->card('CARD'))->sentence, $text($this->column('SELECT stars FROM judgement ORDER BY frame_id')), $text($this->column('SELECT frame_id FROM album_frame ORDER BY frame_id')), $text($this->column('SELECT digest FROM day_book_seal WHERE position <= 3 ORDER BY position'))];
    }

    private function keep(): DumpRow
    {
        $this->settled();

        return $this->service(KeepsDumps::class)->keep(false)[0];
    }

    /** What was changed is counted within a second (PostgreSQL's manual, 28.2.2); here at once. */
    private function settled(): void
    {
        $this->ledger()->getConnection()->executeQuery('SELECT pg_stat_force_next_flush()');
        $this->ledger()->getConnection()->executeQuery('SELECT 1');
    }

    private static function killed(string $command, int $after, string ...$with): void
    {
        $process = new Process([\PHP_BINARY, \dirname(__DIR__, 2).'/server/console.php', $command, ...$with], null, ['DATABASE_URL' => (string) getenv('DATABASE_URL'), 'LEDGER_HOME' => (string) getenv('LEDGER_HOME'), 'APP_ENV' => 'test']);
        $process->start();
        usleep(1000 * $after);
        $process->stop(0, \SIGKILL);
    }

    private static function damage(string $file): void
    {
        $stream = fopen($file, 'r+');
        self::assertNotFalse($stream);
        fseek($stream, 2000);
        fwrite($stream, 'damage');
        fclose($stream);
    }

    private function proveAgain(int $store): void
    {
        $this->service(Proving::class);
        $this->console('prove', 'Bellows');
        self::assertGreaterThan(0, $store);
    }

    private function console(string ...$command): void
    {
        (new Process([\PHP_BINARY, \dirname(__DIR__, 2).'/server/console.php', ...$command], null, ['DATABASE_URL' => (string) getenv('DATABASE_URL'), 'LEDGER_HOME' => (string) getenv('LEDGER_HOME'), 'APP_ENV' => 'test']))->run();
        $this->restart();
    }
}
