<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Doctrine\DBAL\Exception\DriverException;
use PHPUnit\Framework\Attributes\TestWith;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Symfony\Component\Clock\MockClock;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Keeping\CouldNotRename;
use VelvetLedger\Core\Keeping\KeepingWish;
use VelvetLedger\Core\Look\Lot;
use VelvetLedger\Core\Look\Word;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\SecondCopy;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Placing\PlacingRule;
use VelvetLedger\Core\Placing\Verb;
use VelvetLedger\Core\Placing\WhichWork;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Server\Clearance\CardClearance;
use VelvetLedger\Server\Copies\MakesTrees;
use VelvetLedger\Server\Copies\SeesBeside;
use VelvetLedger\Server\Keeping\KeepsShoots;
use VelvetLedger\Server\Looking\AskedAct;
use VelvetLedger\Server\Looking\JudgesFrames;
use VelvetLedger\Server\Pages\PlacesPage;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Copies\StepRepository;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\Placing\PlacingAskedRepository;
use VelvetLedger\Server\Persistence\Placing\PlacingRepository;
use VelvetLedger\Server\Persistence\Placing\StageTreeRepository;
use VelvetLedger\Server\Persistence\Row;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Placing\AfterLook;
use VelvetLedger\Server\Placing\PlacesShoots;
use VelvetLedger\Server\Placing\PlacingShown;
use VelvetLedger\Server\Placing\ShowsPlaces;
use VelvetLedger\Server\Stores\ChangeStores;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Work\Places;
use VelvetLedger\Server\Work\PlaceShoots;
use VelvetLedger\Tests\Folder;
use VelvetLedger\Tests\Stills;

/** Shoots are filed away to where finished work ends, leave the drive that they were worked on, and come back: never with fewer proven copies than were asked for. */
final class PlacingTest extends LedgerTestCase
{
    private const DRIVES = ['Anvil', 'Bellows', 'Coffer', 'Chest'];

    private string $now = 'now';

    /** Two shoots on Anvil and Bellows; Coffer and Chest are where finished work ends. */
    protected function setUp(): void
    {
        parent::setUp();
        $this->drives('Bellows');
        for ($n = 1; $n <= 4; ++$n) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$n.JPG", Stills::jpeg("2026-05-04 21:14:0$n", $n));
        }
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0002.ORW', Stills::raw('2026-05-04 21:14:02', 2));
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0005.JPG', Stills::jpeg('2026-05-05 10:00:05', 5));
        $this->bringIn('CARD');
        foreach (['Coffer', 'Chest'] as $drive) {
            mkdir($this->store->path.'/'.$drive);
            $this->service(ChangeStores::class)->add($this->store->path.'/'.$drive, $drive, StoreRole::Archive, 'pictures');
        }
    }

    public function testAShootIsFiledAwayLeavesItsDriveAndComesBack(): void
    {
        $before = $this->trees();
        self::assertSame([[], []], [$before['Coffer'], $this->service(StepRepository::class)->owed()], 'an archive is owed nothing by itself');
        $shown = $this->place(Verb::File, false);
        self::assertSame([[3, 4], 5], [array_keys($shown->owed), $shown->owed[3]['files']]);
        $this->drivesAway('Chest');
        $this->place(Verb::File);
        self::assertStringContainsString('1 proven copy is elsewhere and there now, where 2 are asked for', $this->place(Verb::Leave)->refused[1]);
        $this->carryOutSteps();
        self::assertSame([1, [4 => 5]], [$this->home(), $this->service(StepRepository::class)->owed()], 'Chest is owed it, and it is at home on Anvil yet');
        self::assertSame(5, $this->place(Verb::Leave)->leaving[1]['files'], 'Bellows and Coffer have it');
        self::assertSame(3, $this->home());
        $this->carryOutSteps();
        self::assertSame([array_filter($before['Anvil'], static fn (string $path): bool => str_contains($path, '05-05'), \ARRAY_FILTER_USE_KEY), $before['Bellows']], [Folder::tree($this->onDrive('Anvil')), Folder::tree($this->onDrive('Bellows'))]);
        self::assertStringContainsString('5 files left Anvil', implode('', $this->words()));
        self::assertStringContainsString('of 2026/2026-05-04/2026-05-04_0001.jpg and 4 more 1 proven copy is elsewhere and there now', $this->place(Verb::Leave, true, 1, 3)->refused[1]);

        // What is changed meanwhile follows everywhere, and what is new of a frame lies where the frame does.
        $this->keep(1, ['description' => 'Lantern boats']);
        $this->drivesBack('Chest');
        $this->carryOutSteps();
        self::assertSame([['left'], ['proven']], [$this->column('SELECT DISTINCT state FROM copy WHERE store_id = 1 AND file_id < 6'), $this->column('SELECT DISTINCT state FROM copy WHERE store_id > 1')]);

        $this->place(Verb::Bring);
        self::assertSame(3, $this->home(), 'all of it is not there yet');
        $this->carryOutSteps();
        self::assertSame([1, $this->trees()['Bellows']], [$this->home(), $this->trees()['Anvil']]);

        // What was said to leave a mirror stays away, whatever else is said of the shoot, until somebody has it back.
        $this->place(Verb::Leave, true, 1, 2);
        $this->keep(1, ['description' => 'Boats', 'kindOfWork' => 'tides']);
        $this->place(Verb::File);
        $this->carryOutSteps();
        self::assertSame([['left'], true], [$this->column('SELECT DISTINCT state FROM copy WHERE store_id = 2 AND file_id < 6'), $this->fresh(PlacesPage::class)->whereabouts(1)->lacksMirror]);
        $this->place(Verb::Mirror);
        $this->carryOutSteps();
        self::assertSame(['proven'], $this->column('SELECT DISTINCT state FROM copy WHERE store_id = 2'));
        self::assertStringContainsString('All of it is on Anvil, and at home there.', implode('', $this->words()));
        self::assertStringContainsString('all of it is there', $this->place(Verb::Bring)->refused[1]);
    }

    public function testSecondCopiesWaitForTheFirstLookAndTheCardForThem(): void
    {
        foreach ([31, 32] as $n) {
            $this->reader->put("NEXT/DCIM/100ORREL/ORL_00$n.JPG", Stills::jpeg("2026-06-01 10:00:$n", $n));
        }
        $this->bringIn('NEXT', new Wishes($this->order(['copies' => ['number' => 2, 'second' => SecondCopy::KeptAfterLook->value]])));
        $states = fn (): array => $this->column("SELECT s.name || ' ' || r.stem || ' ' || c.state FROM copy c JOIN store s ON s.id = c.store_id JOIN file f ON f.id = c.file_id JOIN frame r ON r.id = f.frame_id WHERE r.shoot_id = 3 ORDER BY 1");
        $cleared = fn (): string => $this->fresh(CardClearance::class)->of($this->card('NEXT'))->sentence;
        self::assertSame(['Anvil 2026-06-01_0001 proven', 'Anvil 2026-06-01_0002 proven'], $states());
        self::assertSame('Not yet: keep NEXT as it is. Of 2 files, 2 have too few proven copies. By the order second copies are made after first look, of what is not dropped.', $cleared());
        $frames = array_values(array_filter($this->column('SELECT id FROM frame WHERE shoot_id = 3 ORDER BY id'), \is_int(...)));
        $judge = fn (string $word, int $frame) => $this->service(JudgesFrames::class)->act(Lot::shoots(3), [AskedAct::judge($word, Word::read($word), [$frame => null])], static fn () => null);
        $judge('keep', $frames[0]);
        self::assertFalse($this->service(AfterLook::class)->rests(Lot::shoots(3)), 'one is not judged yet');
        $judge('drop', $frames[1]);
        self::assertTrue($this->service(AfterLook::class)->rests(Lot::shoots(3)));
        self::assertFalse($this->service(AfterLook::class)->rests(Lot::shoots(3)), 'once');
        $this->carryOutSteps();
        self::assertSame(['Anvil 2026-06-01_0001 proven', 'Anvil 2026-06-01_0002 proven', 'Bellows 2026-06-01_0001 proven'], $states());
        self::assertSame('Not yet: keep NEXT as it is. Of 2 files, 1 has too few proven copies. By the order what was dropped has no second copy: have one made where it lies, or let it go for good.', $cleared());
        // What is new of a frame lies where the frame lies: so does its shoot's next one, which nobody judged.
        $this->keep(3, ['description' => 'Quay']);
        $this->place(Verb::MirrorAll, true, 3);
        $this->carryOutSteps();
        self::assertContains('Bellows 2026-06-01_quay_0002 proven', $states());
        self::assertStringStartsWith('NEXT may be formatted', $cleared());
    }

    public function testARuleSaysWhereItsWorkLandsAndWhatMirrorsIt(): void
    {
        $this->service(PlacingRepository::class)->keep([PlacingRule::of(null, WhichWork::of('', '', 2027, null), 3, [4], []), PlacingRule::of(null, WhichWork::of('weddings'), 3, [4], [2])]);
        $this->reader->put('NEXT/DCIM/100ORREL/ORL_0031.JPG', Stills::jpeg('2026-06-01 10:00:05', 31));
        $this->bringIn('NEXT', new Wishes($this->order(['destination' => ['kindOfWork' => 'Weddings', 'folder' => '']])));
        $shoot = $this->column('SELECT max(id) FROM shoot')[0];
        self::assertSame([[3, 4], 3], [$this->column('SELECT store_id FROM copy c JOIN file f ON f.id = c.file_id JOIN frame r ON r.id = f.frame_id WHERE r.shoot_id = '.(\is_int($shoot) ? $shoot : 0).' ORDER BY 1'), $this->home(\is_int($shoot) ? $shoot : 0)]);
        self::assertSame([2], array_keys($this->place(Verb::File, false, \is_int($shoot) ? $shoot : 0)->owed));
    }

    public function testWhatComesIntoAShootThatIsElsewhereIsOwedThereHoweverItsRunWasCut(): void
    {
        $this->place(Verb::File);
        $this->carryOutSteps();
        $this->place(Verb::Leave);
        $this->carryOutSteps();
        $this->reader->put('NEXT/DCIM/100ORREL/ORL_0009.JPG', Stills::jpeg('2026-05-04 21:14:09', 9));
        $intake = $this->start('NEXT')->id();
        $database = $this->ledger()->getConnection();
        $database->executeStatement("CREATE OR REPLACE FUNCTION break_it() RETURNS trigger LANGUAGE plpgsql AS \$\$ BEGIN RAISE EXCEPTION 'it leaves just now' USING ERRCODE = '57P01'; END \$\$");
        $database->executeStatement("CREATE TRIGGER break_it BEFORE INSERT ON copy FOR EACH ROW WHEN (NEW.state = 'owed') EXECUTE FUNCTION break_it()");
        try {
            $this->bringOn($intake);
            self::fail('the database left');
        } catch (DriverException $left) {
            self::assertStringContainsString('it leaves just now', $left->getMessage());
        } finally {
            $database->executeStatement('DROP TRIGGER break_it ON copy');
        }
        $this->goOn($intake);
        self::assertSame(['1 proven', '2 proven', '3 owed', '4 owed'], $this->column("SELECT c.store_id || ' ' || c.state FROM copy c JOIN file f ON f.id = c.file_id JOIN frame r ON r.id = f.frame_id WHERE r.original_name LIKE 'ORL_0009%' ORDER BY 1"));
    }

    public function testWhatOthersPutIntoItsFolderIsKeptWithItAndLeavesWithIt(): void
    {
        $place = '2026/2026-05-04/exports/print.tif';
        $this->put('Anvil', $place, 'an export');
        $this->put('Anvil', '2026/2026-05-04/.hidden', 'hidden');
        self::assertFalse($this->look(), 'it is being written');
        $this->later();
        self::assertTrue($this->look());
        self::assertSame(1, $this->service(StepRepository::class)->owed()[2]);
        $this->place(Verb::File);
        $this->carryOutSteps();
        foreach (['Bellows', 'Coffer', 'Chest'] as $drive) {
            self::assertStringEqualsFile($this->onDrive($drive, $place), 'an export');
            self::assertSame(1_777_900_000, filemtime($this->onDrive($drive, $place)));
        }

        $this->now = 'now';
        $this->restart();
        $this->put('Anvil', '2026/2026-05-04/on-its-way.tif', 'half of it');
        self::assertStringContainsString('something in its folder is being written', $this->place(Verb::Leave)->refused[1]);
        unlink($this->onDrive('Anvil', '2026/2026-05-04/on-its-way.tif'));
        $this->later();

        // Changed, it is a new state, and the one before stays for a while; where another's file lies, that stays, and is told.
        $this->put('Anvil', $place, 'another export', 1_777_900_999);
        file_put_contents($this->onDrive('Chest', $place), 'somebody else\'s');
        self::assertStringContainsString('1 other file in its folder is not proven elsewhere 2 times yet: exports/print.tif', $this->place(Verb::Leave)->refused[1]);
        $this->carryOutSteps();
        self::assertSame(['another export', 'another export', 'somebody else\'s'], array_map(fn (string $drive): string => (string) file_get_contents($this->onDrive($drive, $place)), ['Bellows', 'Coffer', 'Chest']));
        self::assertSame(['an export'], array_map(fn (mixed $path): string => (string) file_get_contents($this->onDrive('Bellows', \is_string($path) ? $path : '')), $this->column('SELECT path FROM beside_earlier WHERE store_id = 2')));
        self::assertSame('Beside its frames: 1 other file, 14 bytes. 1 of them is to be copied to Chest (exports/print.tif: another file lies there).', $this->fresh(PlacesPage::class)->whereabouts(1)->beside);
        $this->later();
        unlink($this->onDrive('Chest', $place));
        $this->carryOutSteps();

        // It follows its frames, leaves with them, and is back with them.
        $this->keep(1, ['description' => 'Lantern boats']);
        $this->carryOutSteps();
        $this->later();
        self::assertTrue($this->look());
        $this->carryOutSteps();
        $this->place(Verb::Leave);
        $this->carryOutSteps();
        self::assertSame([['.hidden'], false], [FolderNames::in($this->onDrive('Anvil', '2026/2026-05-04 Lantern boats')), is_dir($this->onDrive('Anvil', '2026/2026-05-04'))], 'what is hidden is nobody\'s to take');
        self::assertStringEqualsFile($this->onDrive('Coffer', '2026/2026-05-04 Lantern boats/exports/print.tif'), 'another export');
        $this->later();
        $this->place(Verb::Bring);
        $this->look();
        $this->carryOutSteps();
        self::assertStringEqualsFile($this->onDrive('Anvil', '2026/2026-05-04 Lantern boats/exports/print.tif'), 'another export');
        $this->later();
        unlink($this->onDrive('Anvil', '2026/2026-05-04 Lantern boats/exports/print.tif'));
        $this->look();
        $this->carryOutSteps();
        self::assertStringEqualsFile($this->onDrive('Coffer', '2026/2026-05-04 Lantern boats/exports/print.tif'), 'another export', 'what vanished is told, and taken away nowhere');
        self::assertStringContainsString('1 file vanished beside its frames: exports/print.tif.', implode('', $this->words()));
    }

    public function testAShootHasFoldersInTreesOfLaterStagesWhichGoWhereItGoes(): void
    {
        $trees = [['name' => 'finished', 'root' => 'Finished', 'store' => '', 'make' => ['web'], 'withShoot' => true], ['name' => 'prints', 'root' => 'Prints', 'store' => 'Chest', 'make' => [], 'withShoot' => false]];
        $this->reader->put('NEXT/DCIM/100ORREL/ORL_0031.JPG', Stills::jpeg('2026-06-01 10:00:05', 31));
        $this->bringIn('NEXT', new Wishes($this->order(['subfolders' => ['make' => [], 'framesInto' => '', 'trees' => $trees]])));
        $make = fn () => $this->fresh(MakesTrees::class)->make();
        $make();
        self::assertSame([true, false], [is_dir($this->onDrive('Anvil', 'Finished/2026/2026-06-01/web')), is_dir($this->onDrive('Chest', 'Prints'))]);
        $this->service(StageTreeRepository::class)->want(2);
        $make();
        self::assertDirectoryExists($this->onDrive('Chest', 'Prints/2026/2026-06-01'));
        $this->put('Anvil', 'Finished/2026/2026-06-01/web/2026-06-01_0001.jpg', 'finished');
        $this->put('Chest', 'Prints/2026/2026-06-01/proof.tif', 'a print');
        $this->later();
        self::assertTrue($this->look(3));
        $this->carryOutSteps();
        self::assertSame(['finished', 'a print', 'a print'], [file_get_contents($this->onDrive('Bellows', 'Finished/2026/2026-06-01/web/2026-06-01_0001.jpg')), file_get_contents($this->onDrive('Bellows', 'Prints/2026/2026-06-01/proof.tif')), file_get_contents($this->onDrive('Anvil', 'Prints/2026/2026-06-01/proof.tif'))]);
        $this->keep(3, ['description' => 'Quay']);
        $this->carryOutSteps();
        self::assertSame([true, false], [is_file($this->onDrive('Anvil', 'Finished/2026/2026-06-01 Quay/web/2026-06-01_quay_0001.jpg')), is_dir($this->onDrive('Anvil', 'Finished/2026/2026-06-01'))]);
        self::assertFileExists($this->onDrive('Chest', 'Prints/2026/2026-06-01 Quay/proof.tif'));
        $this->later();
        self::assertTrue($this->look(3));
        $this->place(Verb::File, true, 3);
        $this->carryOutSteps();
        $this->place(Verb::Leave, true, 3);
        $this->carryOutSteps();
        self::assertSame([3, [], false, false], [$this->home(3), $this->service(StepRepository::class)->owed(), is_dir($this->onDrive('Anvil', 'Finished')), is_dir($this->onDrive('Anvil', 'Prints'))]);
        foreach (['Bellows', 'Coffer', 'Chest'] as $drive) {
            self::assertSame(['finished', 'a print'], [file_get_contents($this->onDrive($drive, 'Finished/2026/2026-06-01 Quay/web/2026-06-01_quay_0001.jpg')), file_get_contents($this->onDrive($drive, 'Prints/2026/2026-06-01 Quay/proof.tif'))]);
        }
    }

    public function testWhatIsAskedOfManyIsEnteredByAWorkerShootByShoot(): void
    {
        $this->service(PlacingAskedRepository::class)->ask(Verb::File, [2, 1], null, AskedBy::CommandLine);
        $this->service(PlacingAskedRepository::class)->ask(Verb::Leave, [2], 4, AskedBy::Page);
        $this->service(Places::class)->enter(new PlaceShoots());
        self::assertSame([0, [3 => 6, 4 => 6]], [$this->service(PlacingAskedRepository::class)->waiting(), $this->service(StepRepository::class)->owed()]);
        $words = implode("\n", $this->words());
        self::assertStringContainsString('Filed away: to Coffer and Chest. From the command line.', $words);
        self::assertStringContainsString('Nothing of Tue 5 May 2026 lies on Chest. Nothing was changed.', $words, 'what is refused is told');
        $this->carryOutSteps();
        self::assertSame(['proven'], $this->column('SELECT DISTINCT state FROM copy'));
    }

    public function testABadCopyElsewhereDoesNotCount(): void
    {
        $this->place(Verb::File);
        $this->carryOutSteps();
        $path = $this->onDrive('Coffer', '2026/2026-05-04/2026-05-04_0001.jpg');
        [$bytes, $time] = [(string) file_get_contents($path), (int) filemtime($path)];
        file_put_contents($path, substr_replace($bytes, "\x00\x01", -2));
        touch($path, $time);
        file_put_contents($this->onDrive('Anvil', '2026/2026-05-04/2026-05-04_0003.jpg'), 'somebody edited it');
        $this->drivesAway('Chest');
        $this->place(Verb::Leave);
        sleep(1); // what was changed in the second of its proof is not seen by its time
        touch($path, $time);
        $this->carryOutSteps();
        self::assertSame(['2026/2026-05-04/2026-05-04_0001.jpg', '2026/2026-05-04/2026-05-04_0003.jpg'], $this->column("SELECT c.path FROM copy c JOIN step w ON w.copy_id = c.id AND w.kind = 'leave' AND w.state = 'waiting' ORDER BY 1"));
        self::assertStringContainsString('1 proven copy elsewhere, on Bellows, of 2 that are asked for', implode(' ', array_filter($this->column('SELECT because FROM step WHERE kind = \'leave\''), \is_string(...))));
        self::assertStringContainsString('somebody changed it', implode(' ', array_filter($this->column('SELECT because FROM step WHERE kind = \'leave\''), \is_string(...))));
        $this->place(Verb::Bring, true, 1, 1);
        $this->carryOutSteps();
        self::assertSame([1, 'somebody edited it'], [$this->home(), (string) file_get_contents($this->onDrive('Anvil', '2026/2026-05-04/2026-05-04_0003.jpg'))]);
    }

    /**
     * Whatever is asked for, with drives that leave and workers that are killed: of no file there are ever fewer good copies than
     * were asked for, where there were as many before; and undone, all is as it was.
     */
    #[TestWith([1])]
    #[TestWith([2])]
    public function testNoFileIsEverInFewerPlacesThanWereAskedFor(int $seed): void
    {
        $random = new Randomizer(new Mt19937($seed));
        $this->put('Anvil', '2026/2026-05-04/exports/2026-05-04_0003-print.tif', 'an export');
        $this->put('Anvil', '2026/2026-05-05/project.plan', 'a project');
        $this->later();
        $this->look(1, 2);
        $this->carryOutSteps();
        $before = $this->trees();
        $away = [];
        for ($i = 0; $i < 14; ++$i) {
            $drive = self::DRIVES[$random->getInt(0, 3)];
            if (0 === $random->getInt(0, 2)) {
                isset($away[$drive]) ? $this->drivesBack($drive) : $this->drivesAway($drive);
                $away = isset($away[$drive]) ? array_diff_key($away, [$drive => true]) : $away + [$drive => true];
            }
            $shoot = $random->getInt(1, 2);
            try {
                match ($random->getInt(0, 6)) {
                    0, 1 => $this->place(Verb::File, true, $shoot),
                    2, 3 => $this->place(Verb::Leave, true, $shoot, $random->getInt(1, 4)),
                    4 => $this->place(Verb::Bring, true, $shoot, [null, 1, 2][$random->getInt(0, 2)]),
                    5 => $this->keep($shoot, ['description' => "boats $i"]),
                    default => $this->place(Verb::Leave, true, $shoot),
                };
            } catch (CouldNotRename) {
                $this->restart();
            }
            0 === $random->getInt(0, 1) ? $this->look(1, 2) : null;
            $this->carryOutSteps($random->getInt(0, 12));
            self::assertSame([], array_filter($this->goodCopies(), static fn (int $copies): bool => $copies < 2), "after step $i");
        }
        array_map($this->drivesBack(...), array_keys($away));
        foreach ([1, 2] as $shoot) {
            $this->keep($shoot, ['description' => '']);
            $this->carryOutSteps();
            $this->look(1, 2);
            $this->place(Verb::Bring, true, $shoot, 1);
            $this->place(Verb::Bring, true, $shoot, 2);
            $this->carryOutSteps();
            $this->place(Verb::Bring, true, $shoot, 1);
            $this->carryOutSteps();
            $this->look(1, 2);
            $this->carryOutSteps();
            $this->place(Verb::Leave, true, $shoot, 3);
            $this->place(Verb::Leave, true, $shoot, 4);
        }
        $this->carryOutSteps();
        self::assertSame([$before, [], [1, 1]], [$this->trees(), $this->service(StepRepository::class)->owed(), $this->column('SELECT home_id FROM shoot ORDER BY id')]);
        self::assertSame([], $this->column('SELECT id FROM shoot WHERE add_up_shoot(id)'));
    }

    /** @return array<int, int> file that came in => on how many drives, here or away, its very bytes lie where the ledger has a copy */
    private function goodCopies(): array
    {
        $good = [];
        foreach ($this->ledger()->getConnection()->fetchAllAssociative("SELECT f.id, s.name, c.path, f.checksum FROM file f JOIN copy c ON f.id = c.file_id JOIN store s ON s.id = c.store_id WHERE c.state NOT IN ('left', 'owed')") as $columns) {
            $row = Row::of($columns);
            $drive = 'Main' === $row->text('name') ? 'Anvil' : $row->text('name');
            $good[$row->int('id')] ??= 0;
            foreach ([$drive, ".$drive"] as $at) {
                $found = $this->store->path."/$at/pictures/".$row->text('path');
                $good[$row->int('id')] += is_file($found) && hash_file('xxh128', $found) === $row->text('checksum') ? 1 : 0;
            }
        }
        self::assertCount(6, $good);
        foreach (['an export', 'a project'] as $i => $bytes) {
            $good[-1 - $i] = \count(array_filter(self::DRIVES, fn (string $drive): bool => [] !== array_filter([...Folder::tree($this->store->path."/$drive", false), ...Folder::tree($this->store->path."/.$drive", false)], static fn (string $is): bool => str_ends_with($is, hash('xxh128', $bytes)))));
        }

        return $good;
    }

    /** @return list<string> */
    private function words(): array
    {
        return array_values(array_filter($this->column('SELECT entry FROM day_book_entry ORDER BY id'), \is_string(...)));
    }

    private function home(int $shoot = 1): ?int
    {
        return $this->service(PlacingRepository::class)->home($shoot);
    }

    /** @param array<string, mixed> $wish */
    private function keep(int $shoot, array $wish): void
    {
        $this->ledger()->clear();
        $this->service(KeepsShoots::class)->do($this->service(ShootRepository::class)->find($shoot), KeepingWish::read(Fields::of($wish)), AskedBy::Page);
    }

    private function put(string $drive, string $path, string $bytes, int $time = 1_777_900_000): void
    {
        $full = $this->onDrive($drive, $path);
        is_dir(\dirname($full)) || mkdir(\dirname($full), 0o777, true);
        file_put_contents($full, $bytes);
        touch($full, $time);
    }

    /** Whoever wrote files is through with them. */
    private function later(): void
    {
        $this->now = '+1 hour';
        $this->restart();
    }

    private function look(int ...$shoots): bool
    {
        $this->ledger()->clear();
        $all = true;
        foreach ([] === $shoots ? [1] : $shoots as $shoot) {
            try {
                $all = $this->service(SeesBeside::class)->look($shoot) && $all;
            } catch (StoreAbsent) {
                $all = false;
            }
        }

        return $all;
    }

    protected function restart(): void
    {
        parent::restart();
        self::getContainer()->set('clock', new MockClock($this->now));
    }

    /** @param array<string, mixed> $fields */
    private function order(array $fields): StandingOrder
    {
        return OrderDocument::read($fields + OrderDocument::of(StandingOrder::byTheDay()));
    }

    /** @return array<string, array<string, string>> by drive */
    private function trees(): array
    {
        return array_combine(self::DRIVES, array_map(fn (string $drive): array => Folder::tree($this->onDrive($drive)), self::DRIVES));
    }

    private function place(Verb $verb, bool $does = true, int $shoot = 1, ?int $store = null): PlacingShown
    {
        $this->ledger()->clear();

        return $does ? $this->service(PlacesShoots::class)->do($verb, [$shoot], $store, AskedBy::Page) : $this->service(ShowsPlaces::class)->show($verb, [$shoot], $store);
    }
}
