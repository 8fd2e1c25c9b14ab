<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Doctrine\DBAL\Exception\DriverException;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Tester\CommandTester;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Plan\ShootWish;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Server\Intake\Interrupted;
use VelvetLedger\Server\Machines\Machine;
use VelvetLedger\Server\Persistence\Cards\Original;
use VelvetLedger\Server\Persistence\Copies\Copy;
use VelvetLedger\Server\Persistence\Copies\CopyState;
use VelvetLedger\Server\Persistence\Copies\Proof;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Persistence\Intakes\IntakeState;
use VelvetLedger\Server\Persistence\Intakes\ReceiptLine;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Persistence\Intakes\RunsElsewhere;
use VelvetLedger\Server\Persistence\Locks;
use VelvetLedger\Server\Persistence\Shoots\LedgerFile;
use VelvetLedger\Server\Persistence\Shoots\LedgerFrame;
use VelvetLedger\Tests\OnCard;
use VelvetLedger\Tests\Stills;

/** What a run of an intake does when anything goes wrong: the ledger is true after it, and it goes on. */
final class RunsTest extends LedgerTestCase
{
    #[TestWith([true])]
    #[TestWith([false])]
    public function testALineItsFrameFileCopyAndProofAreEnteredTogetherOrNotAtAll(bool $goOn): void
    {
        $this->card_('CARD', 1, 2);
        $intake = $this->start('CARD', new Wishes(shoots: ['2026-05-04' => new ShootWish('boats')]))->id();
        $this->breakTable('proof', 'NEW.at IS NOT NULL AND (SELECT count(*) FROM proof) = 1');
        $this->bringOn($intake);
        self::assertSame([Outcome::BroughtIn, Outcome::Waiting], $this->outcomes());
        self::assertSame([1, 1, 1, 1], $this->entered(), 'nothing of the second file was entered, and all of the first');
        self::assertStringStartsWith('1 file is copied and under its name, but could not be entered in the ledger: the database refused: ', (string) $this->service(ReceiptRepository::class)->find($intake)->stoppedBecause());
        if (!$goOn) {
            self::assertSame([IntakeState::Stopped, true], [$this->bringIn('CARD')->state(), str_starts_with((string) $this->service(ReceiptRepository::class)->find(2)->stoppedBecause(), 'Of receipt 1, 1 file is copied')], 'nothing else comes in before it');
            self::assertCount(2, (array) glob($this->store->path.'/2026/2026-05-04 boats/*.jpg'));
        }
        $this->mendTable('proof');
        self::assertSame(IntakeState::Done, $goOn ? $this->goOn($intake)->state() : $this->bringIn('CARD')->state(), 'what has its name and is not entered is entered first, under that name');
        self::assertCount(2, (array) glob($this->store->path.'/2026/2026-05-04 boats/*.jpg'));
        self::assertSame([2, 2, 2, 2], $this->entered());
        self::assertSame([['frames' => 2, 'files' => 2]], $this->ledger()->getConnection()->fetchAllAssociative('SELECT frames, files FROM shoot'));
        $copy = $this->lines()[1]->file()?->copies()->first();
        self::assertInstanceOf(Copy::class, $copy);
        self::assertSame([CopyState::Proven, '2026/2026-05-04 boats/2026-05-04_boats_0002.jpg', $this->lines()[1]->checksum()], [$copy->state(), $copy->path(), $copy->checksum()]);
        $this->expectExceptionMessageMatches('/proofs are added, never changed/');
        $this->ledger()->getConnection()->executeStatement('DELETE FROM '.$this->ledger()->getClassMetadata(Proof::class)->getTableName());
    }

    /** Many are entered in one piece, while the next are copied: what is refused of it is one file's, and where the connection broke it is asked what came of it. */
    #[TestWith([false])]
    #[TestWith([true])]
    public function testWhatIsWrongWithOneOfManyIsNoOthers(bool $breaks): void
    {
        $this->drives('Bellows');
        $this->card_('CARD', ...range(1, 600));
        $intake = $this->start('CARD')->id();
        $this->breakTable('original', "NEW.path LIKE '%_0007.JPG'".($breaks ? ' AND pg_terminate_backend(pg_backend_pid()) AND pg_sleep(1) IS NULL' : ''));
        try {
            $this->bringOn($intake);
            self::assertFalse($breaks);
            self::assertSame([6 => Outcome::Waiting], array_filter($this->outcomes(), static fn (Outcome $outcome): bool => Outcome::BroughtIn !== $outcome));
            self::assertSame([599, 599, 1198, 1198], $this->entered());
        } catch (DriverException $broke) {
            self::assertTrue($breaks, $broke->getMessage());
            self::ensureKernelShutdown();
            self::bootKernel();
            self::assertContains(Outcome::Waiting, $this->outcomes());
        }
        $this->mendTable('original');
        self::assertSame('600 files on the card: 600 brought in and proven.', $this->goOn($intake)->summary()->sentence());
        self::assertSame([600, 600, 1200, 1200], $this->entered());
        self::assertCount(600, (array) glob($this->onDrive('Bellows', '2026/2026-05-04/*.jpg')));
        self::assertSame([['frames' => 600, 'files' => 600]], $this->ledger()->getConnection()->fetchAllAssociative('SELECT frames, files FROM shoot'));
    }

    /**
     * Whatever is wrong with one file ends on its line, in words; the files before and after it come in.
     *
     * @param \Closure(self): mixed $wrong
     */
    #[DataProvider('wrongs')]
    public function testOneFilesFailureIsItsOwn(string $words, \Closure $wrong): void
    {
        $this->card_('CARD', 1, 2, 3);
        $intake = $this->start('CARD')->id();
        $wrong($this);
        $ended = $this->bringOn($intake);
        $came = str_contains($words, 'could not be opened') ? Outcome::Unreadable : Outcome::Failed;
        self::assertSame([Outcome::BroughtIn, $came, Outcome::BroughtIn], $this->outcomes());
        self::assertStringContainsString($words, $this->lines()[1]->reason());
        self::assertSame([IntakeState::Done, "3 files on the card: 2 brought in and proven, 1 $came->value."], [$ended->state(), $ended->summary()->sentence()]);
    }

    /** @return iterable<string, array{string, \Closure(self): mixed}> */
    public static function wrongs(): iterable
    {
        $second = static fn (self $test): string => $test->reader->path.'/CARD/DCIM/100ORREL/ORL_0002.JPG';
        yield 'rewritten after it was promised' => ['it was written at', static fn (self $test) => touch($second($test), 1_777_999_999)];
        yield 'a pipe in its place' => ['is no regular file, and was not opened', static fn (self $test) => unlink($second($test)) && posix_mkfifo($second($test), 0o600)];
        yield 'gone' => ['could not be opened on the card', static fn (self $test) => unlink($second($test))];
        yield 'its name is a folder' => ['taken by another file', static fn (self $test) => mkdir($test->store->path.'/2026/2026-05-04/2026-05-04_0002.jpg', 0o777, true)];
        yield 'its folder is a file' => ['could not be made', static fn (self $test) => $test->ledger()->getConnection()->executeStatement("UPDATE receipt_line SET folder = 'a-file/x' WHERE position = 1") > 0 && '' !== $test->store->put('a-file', 'x')];
    }

    public function testANameThatTheLedgerHasAndTheDriveHasNotIsNeitherPromisedNorTaken(): void
    {
        $this->card_('CARD', 1);
        $this->bringIn('CARD');
        unlink($this->store->path.'/2026/2026-05-04/2026-05-04_0001.jpg');
        $this->card_('OTHER', 2);
        $intake = $this->start('OTHER')->id();
        self::assertSame('2026-05-04_0002.jpg', $this->lines()[1]->name);
        $this->ledger()->getConnection()->executeStatement("UPDATE receipt_line SET name = '2026-05-04_0001.jpg' WHERE name = '2026-05-04_0002.jpg'");
        $this->bringOn($intake);
        self::assertStringContainsString('The ledger has another file under the name 2026/2026-05-04/2026-05-04_0001.jpg, brought in as DCIM/100ORREL/ORL_0001.JPG', $this->lines()[1]->reason());
    }

    public function testARunThatWasTakenOverWritesNothingMoreAndSaysNothing(): void
    {
        $this->secondsPass();
        $this->card_('CARD', 1, 2, 3);
        $intake = $this->start('CARD')->id();
        $ended = $this->bringOn($intake, function (int $bytes, int $files): void {
            if ($bytes > 0) {
                $this->ledger()->getConnection()->executeStatement('UPDATE intake SET run = run + 1');
            }
        });
        self::assertSame(IntakeState::Running, $ended->state(), 'the other run says how it ends');
        self::assertSame([], array_filter($this->outcomes(), static fn (Outcome $outcome): bool => Outcome::Failed === $outcome));
        self::assertSame(IntakeState::Done, $this->bringOn($intake)->state());
        self::assertSame(array_fill(0, 3, Outcome::BroughtIn), $this->outcomes());
        self::assertSame(['.velvet-ledger-store', '2026'], FolderNames::in($this->store->path));
        self::assertCount(4, FolderNames::in($this->store->path.'/2026/2026-05-04'), 'nothing temporary is left');
    }

    public function testTwoRunnersNeverWorkOnOneIntake(): void
    {
        $this->card_('CARD', 1);
        $intake = $this->start('CARD')->id();
        $other = clone $this->ledger()->getConnection();
        $other->close();
        $runs = new IntakeRuns($other, new Locks($other), $this->service(Machine::class));
        self::assertSame(1, $runs->take($intake));
        self::assertTrue($this->service(IntakeRuns::class)->isTaken($intake));
        try {
            $this->bringOn($intake);
            self::fail('two runs at once');
        } catch (RunsElsewhere $elsewhere) {
            self::assertStringContainsString('another process', $elsewhere->getMessage());
        }
        $other->close(); // as when its process dies
        for ($i = 0; $i < 100 && $this->service(IntakeRuns::class)->isTaken($intake); ++$i) {
            usleep(20_000);
        }
        self::assertSame(IntakeState::Done, $this->bringOn($intake)->state());
        self::assertSame(IntakeState::Done, $this->bringOn($intake)->state(), 'the same work, asked for once more');
    }

    public function testTemporaryFilesOfAnyRunThatWasCutOffAreClearedAndOthersAreNot(): void
    {
        $this->card_('CARD', 1);
        $intake = $this->start('CARD')->id();
        $this->ledger()->getConnection()->executeStatement('UPDATE intake SET run = 4');
        foreach ([".a.jpg.$intake-4.part", '.a.jpg.99-1.part', '.hidden', '.b.part'] as $name) {
            $this->store->put('2026/2026-05-04/'.$name, 'half');
        }
        $this->bringOn($intake);
        self::assertSame(['.b.part', '.hidden', '2026-05-04_0001.jpg', 'checksums.xxh128'], FolderNames::in($this->store->path.'/2026/2026-05-04'));
    }

    public function testARunThatIsInterruptedGoesOnWhereItWas(): void
    {
        $this->secondsPass();
        $this->card_('CARD', ...range(1, 140));
        $intake = $this->start('CARD')->id();
        $most = 90 * (int) filesize($this->reader->path.'/CARD/DCIM/100ORREL/ORL_0001.JPG');
        try {
            $this->bringOn($intake, static fn (int $bytes) => $bytes > $most ? throw Interrupted::bySignal(\SIGTERM) : null);
            self::fail('it went on');
        } catch (Interrupted) {
        }
        self::assertContains(Outcome::Waiting, $this->outcomes());
        self::assertSame([], glob($this->store->path.'/2026/*/.*.part'));
        $this->bringOn($intake);
        self::assertSame(array_fill(0, 140, Outcome::BroughtIn), $this->outcomes());
        $waits = $this->ledger()->getConnection()->fetchAllAssociative("SELECT run, bytes, (waited->>'0')::float > 0 AND (waited->>'1')::float > 0 AS is_told FROM intake_wait WHERE intake_id = ? ORDER BY run", [$intake]);
        self::assertSame([[1, true], [2, true]], array_map(static fn (array $row): array => [$row['run'], $row['is_told']], $waits), 'both runs say whom they waited for');
        $read = $this->ledger()->getConnection()->fetchOne('SELECT sum(bytes)::bigint FROM original');
        self::assertGreaterThanOrEqual($read, array_sum(array_column($waits, 'bytes')));
    }

    public function testAnotherCardAtTheSamePlaceIsNotCopiedFrom(): void
    {
        $this->card_('CARD', 1, 2, 4);
        $intake = $this->start('CARD')->id();
        rename($this->reader->path.'/CARD', $this->reader->path.'/.out');
        $this->card_('CARD', 7, 8);
        self::assertStringContainsString('is not the card CARD as it was when receipt 1 was begun', (string) $this->bringOn($intake)->stoppedBecause());
        self::assertDirectoryDoesNotExist($this->store->path.'/2026');
        rename($this->reader->path.'/CARD', $this->reader->path.'/.other');
        rename($this->reader->path.'/.out', $this->reader->path.'/CARD');
        $this->reader->put('CARD/DCIM/101ORREL/ORL_0001.JPG', self::still(9));
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0002.JPG', self::still(3), 1_777_900_002);
        $this->goOn($intake);
        self::assertSame([Outcome::BroughtIn, Outcome::Failed, Outcome::BroughtIn], $this->outcomes(), 'the same card, filled further; one file is not what it was');
    }

    public function testAnotherCardPutInWhileItIsCopiedStopsTheRun(): void
    {
        $this->secondsPass();
        $this->card_('CARD', 1, 2, 3, 4);
        $intake = $this->start('CARD')->id();
        $swapped = false;
        $ended = $this->bringOn($intake, function (int $bytes) use (&$swapped): void {
            if ($bytes > 0 && !$swapped) {
                $swapped = rename($this->reader->path.'/CARD', $this->reader->path.'/.out');
                $this->card_('CARD', 6, 7, 8, 9);
            }
        });
        self::assertStringContainsString('is not the card CARD as it was when receipt 1 was begun', (string) $ended->stoppedBecause());
        self::assertSame([], array_filter($this->outcomes(), static fn (Outcome $outcome): bool => Outcome::Failed === $outcome), 'no file is blamed for it');
    }

    public function testWhatGotItsNameAndWasNotEnteredIsEnteredAlsoByAnotherReceipt(): void
    {
        $this->card_('CARD', 1, 2, 3);
        self::assertStringContainsString('Attach its drive', (string) $this->stopped('CARD')->stoppedBecause());
        $named = $this->store->path.'/2026/2026-05-04/2026-05-04_0001.jpg';
        @mkdir(\dirname($named), recursive: true);
        copy($this->reader->path.'/CARD/DCIM/100ORREL/ORL_0001.JPG', $named);
        touch($named, (int) filemtime($this->reader->path.'/CARD/DCIM/100ORREL/ORL_0001.JPG'));
        $this->bringIn('CARD');
        self::assertSame([Outcome::BroughtIn, Outcome::Held, Outcome::Held, Outcome::Held, Outcome::BroughtIn, Outcome::BroughtIn], $this->outcomes());
        $there = array_values(array_filter(FolderNames::in(\dirname($named)), static fn (string $name): bool => str_ends_with($name, '.jpg')));
        $known = $this->ledger()->getConnection()->fetchFirstColumn("SELECT path FROM copy WHERE state = 'proven' ORDER BY path");
        self::assertSame($known, array_map(static fn (string $name): string => '2026/2026-05-04/'.$name, $there), 'every file there is the ledger\'s');
        self::assertCount(3, $there);
    }

    public function testAFileOfSomebodyElseUnderAPromisedNameIsNotEnteredAndNotTouched(): void
    {
        $this->card_('CARD', 1, 2);
        $first = $this->stopped('CARD')->id();
        $this->store->put('2026/2026-05-04/2026-05-04_0001.jpg', 'somebody else\'s');
        $this->bringIn('CARD');
        self::assertStringEqualsFile($this->store->path.'/2026/2026-05-04/2026-05-04_0001.jpg', 'somebody else\'s');
        $line = $this->lines()[0];
        self::assertSame(Outcome::Failed, $line->outcome());
        self::assertStringContainsString('2026-05-04_0001.jpg', $line->reason());
        self::assertSame([Outcome::BroughtIn, Outcome::BroughtIn], \array_slice($this->outcomes(), -2), 'the new receipt has all of the card');
        $database = $this->ledger()->getConnection();
        self::assertSame(2, $database->fetchOne("SELECT count(*) FROM copy WHERE state = 'proven'"));
        self::assertFalse($database->fetchOne("SELECT 1 FROM copy WHERE path LIKE '%_0001.jpg'"));
    }

    public function testAStoppedReceiptThatSomebodyGoesOnWithIsLeftToThem(): void
    {
        $this->card_('CARD', 1, 2);
        $first = $this->stopped('CARD')->id();
        $runs = $this->service(IntakeRuns::class);
        $number = $runs->takeStopped($first);
        self::assertIsInt($number);
        self::assertSame('stopped', $this->ledger()->getConnection()->fetchOne('SELECT state FROM intake WHERE id = ?', [$first]), 'it is settled, not gone on with');
        $runs->release($first);
        $this->goOn($first);
        self::assertNull($runs->takeStopped($first), 'one that is done has nothing to be settled');
        self::assertSame([Outcome::BroughtIn, Outcome::BroughtIn], $this->outcomes());
    }

    public function testGoingOnAsksAgainWhatIsHeld(): void
    {
        $this->card_('CARD', 1, 2);
        $first = $this->start('CARD')->id();
        rename($this->reader->path.'/CARD', $this->reader->path.'/.out');
        $this->bringOn($first);
        rename($this->reader->path.'/.out', $this->reader->path.'/CARD');
        $this->bringIn('CARD');
        $this->goOn($first);
        self::assertSame([Outcome::Held, Outcome::Held, Outcome::BroughtIn, Outcome::BroughtIn], $this->outcomes());
        self::assertSame(2, $this->ledger()->getRepository(LedgerFrame::class)->count([]), 'what was promised and did not come is no frame');
    }

    /** Two slots of one camera wrote the same frames, and both cards are begun at once. */
    public function testWhatIsPromisedCountsAsHeld(): void
    {
        $this->card_('SLOT_1', 1, 2);
        $this->card_('SLOT_2', 1, 2, 3);
        $first = $this->start('SLOT_1')->id();
        $second = $this->start('SLOT_2')->id();
        self::assertSame(['comes in by receipt 1, from SLOT_1', 'comes in by receipt 1, from SLOT_1', ''], array_map(static fn (ReceiptLine $line): string => $line->reason(), \array_slice($this->lines(), 2)));
        $done = $this->bringOn($second);
        self::assertSame('3 files on the card: 1 brought in and proven, 2 to come in by another receipt.', $done->summary()->sentence());
        $this->bringOn($first);
        self::assertSame([Outcome::BroughtIn, Outcome::BroughtIn, Outcome::Held, Outcome::Held, Outcome::BroughtIn], $this->outcomes());
        $this->ledger()->clear();
        self::assertSame('3 files on the card: 1 brought in and proven, 2 held already.', $this->ledger()->find(Intake::class, $second)?->summary()->sentence());
        self::assertCount(4, FolderNames::in($this->store->path.'/2026/2026-05-04'));
        self::assertFileExists($this->store->path.'/2026/2026-05-04/2026-05-04_0003.jpg', 'numbers have no gap');
    }

    public function testAPromiseThatIsBrokenIsAFailureOfWhoeverReliedOnIt(): void
    {
        $this->card_('SLOT_1', 1);
        $this->card_('SLOT_2', 1, 2);
        $first = $this->start('SLOT_1')->id();
        $second = $this->start('SLOT_2')->id();
        $this->bringOn($second);
        rename($this->reader->path.'/SLOT_1', $this->reader->path.'/.out');
        $this->bringOn($first);
        self::assertSame(Outcome::Failed, $this->lines()[1]->outcome());
        self::assertStringContainsString('receipt 1 was to bring it in and did not', $this->lines()[1]->reason());
        $this->bringIn('SLOT_2');
        self::assertSame([Outcome::Held, Outcome::BroughtIn], \array_slice($this->outcomes(), 1, 2), 'it came in by a third');
    }

    public function testADriveThatLeavesBetweenTheLookAndTheCopyKeepsNothingThatCounts(): void
    {
        $this->secondsPass();
        $this->card_('CARD', 1, 2);
        $intake = $this->start('CARD')->id();
        $left = false;
        $ended = $this->bringOn($intake, function (int $bytes) use (&$left): void {
            if ($bytes > 0 && !$left) {
                $left = rename($this->store->path, $this->store->path.'-away') && mkdir($this->store->path);
            }
        });
        self::assertStringContainsString('Attach its drive, then go on', (string) $ended->stoppedBecause());
        self::assertSame([Outcome::Waiting, Outcome::Waiting], $this->outcomes());
        self::assertSame([], FolderNames::in($this->store->path), 'nothing stays below the mount point');
        rmdir($this->store->path);
        rename($this->store->path.'-away', $this->store->path);
        $this->goOn($intake);
        self::assertSame([Outcome::BroughtIn, Outcome::BroughtIn], $this->outcomes());
    }

    public function testAFolderThatCannotBeListedHasALineAndIsInTheVerdict(): void
    {
        $this->card_('CARD', 1);
        mkdir($this->reader->path.'/CARD/DCIM/100ORREL/deep');
        $deep = $this->reader->path.'/CARD/'.implode('/', array_fill(0, 30, 'd'));
        mkdir($deep, 0o777, true);
        $ended = $this->bringIn('CARD');
        self::assertSame('1 file on the card: 1 brought in and proven. 1 folder could not be listed to the end: there may be more on the card.', $ended->summary()->sentence());
        self::assertSame(1, $ended->summary()->troubles());
        self::assertSame([Outcome::BroughtIn, Outcome::Unreadable], $this->outcomes());
    }

    public function testWhatCannotBeStoredIsRefusedBeforeTheStart(): void
    {
        $this->card_('CARD', 1);
        $browser = $this->browser();
        $browser->request('POST', '/api/cards/'.$this->card('CARD')->id.'/intakes', [], [], [], (string) json_encode(['shoots' => [OnCard::key('ORL_0001') => ['description' => str_repeat('ü', 5000)]]]));
        self::assertSame(400, $browser->getResponse()->getStatusCode());
        self::assertSame(0, $this->ledger()->getRepository(Intake::class)->count([]));
        $this->bringIn('CARD', new Wishes(shoots: ['2026-05-04' => new ShootWish(str_repeat('€', 500))]));
        self::assertSame([Outcome::BroughtIn], $this->outcomes());
    }

    /** What happened to it is mended, and the command is given again; or a new intake is begun on a desk. */
    #[TestWith([true, 2])]
    #[TestWith([false, 2])]
    #[TestWith([false, 1])]
    public function testAnIntakeThatAFaultOfTheStoreStoppedIsGoneOnWithByTheNext(bool $command, int $place): void
    {
        $this->card_('CARD', 1, 2, 3);
        $intake = $this->start('CARD')->id();
        $clock = new CuttingClock($place, fn () => rename($this->store->path, $this->store->path.'.away'));
        self::getContainer()->set('clock', $clock);
        self::assertSame(IntakeState::Stopped, $this->bringOn($intake)->state());
        rename($this->store->path.'.away', $this->store->path);
        self::ensureKernelShutdown();
        self::bootKernel();
        if ($command) {
            $tester = new CommandTester((new Application(self::bootKernel()))->find('intake'));
            self::assertSame(0, $tester->execute(['source' => $this->reader->path.'/CARD']));
            self::assertStringContainsString('Going on with receipt 1, which had stopped: ', $tester->getDisplay());
            self::assertSame([Outcome::BroughtIn, Outcome::BroughtIn, Outcome::BroughtIn], $this->outcomes());
        } else {
            $this->bringIn('CARD');
            self::assertNotContains(Outcome::Waiting, $this->outcomes(), 'what another brought in waits no more');
        }
        self::assertSame([0, 3], [...$this->column('SELECT count(*) FROM frame r WHERE NOT EXISTS (SELECT 1 FROM file f WHERE f.frame_id = r.id)'), ...$this->column('SELECT sum(frames)::int FROM shoot')], 'no frame stays without files');
    }

    /** The last still was written anew meanwhile: it is not the card that the intake was begun from any more. */
    public function testACardThatIsAnotherByNowIsBegunAnew(): void
    {
        $this->card_('CARD', 1, 2, 3);
        $intake = $this->start('CARD')->id();
        self::getContainer()->set('clock', new CuttingClock(2, fn () => rename($this->store->path, $this->store->path.'.away')));
        self::assertSame(IntakeState::Stopped, $this->bringOn($intake)->state());
        rename($this->store->path.'.away', $this->store->path);
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0003.JPG', Stills::jpeg('2026-05-04 23:00:00', 33));
        $tester = new CommandTester((new Application(self::bootKernel()))->find('intake'));
        self::assertSame(0, $tester->execute(['source' => $this->reader->path.'/CARD']), $tester->getDisplay());
        self::assertSame([3], $this->column('SELECT count(*) FROM original'));
        self::assertSame(['stopped', 'done'], $this->column('SELECT state FROM intake ORDER BY id'));
    }

    /** The database's drive is full (disk_full, 53100 of PostgreSQL's error codes): no file's fault, and none is said to have failed. */
    #[TestWith([true])]
    #[TestWith([false])]
    public function testWhatTheDatabaseHasNoRoomForIsEnteredWhenItHas(bool $goOn): void
    {
        $this->card_('CARD', 1, 2, 3);
        $intake = $this->start('CARD', new Wishes(shoots: ['2026-05-04' => new ShootWish('boats')]))->id();
        $this->breakTable('original', "NEW.path LIKE '%0002%'", '53100');
        try {
            $this->bringOn($intake);
            self::fail('the run ends');
        } catch (DriverException $full) {
            self::assertSame('53100', $full->getSQLState());
        }
        self::ensureKernelShutdown();
        self::bootKernel();
        self::assertNotContains(Outcome::Failed, $this->outcomes());
        $this->mendTable('original');
        $goOn ? $this->goOn($intake) : self::assertSame(0, (new CommandTester((new Application(self::bootKernel()))->find('intake')))->execute(['source' => $this->reader->path.'/CARD']));
        self::assertSame([Outcome::BroughtIn, Outcome::BroughtIn, Outcome::BroughtIn], $this->outcomes());
        self::assertCount(3, (array) glob($this->store->path.'/2026/2026-05-04 boats/*.jpg'));
    }

    public function breakTable(string $table, string $where, string $code = 'P0001'): void
    {
        $this->ledger()->getConnection()->executeStatement("CREATE OR REPLACE FUNCTION break_it() RETURNS trigger LANGUAGE plpgsql AS \$\$ BEGIN IF $where THEN RAISE EXCEPTION 'something that should not' USING ERRCODE = '$code'; END IF; RETURN NEW; END \$\$");
        $this->ledger()->getConnection()->executeStatement("CREATE OR REPLACE TRIGGER break_it BEFORE INSERT ON $table FOR EACH ROW EXECUTE FUNCTION break_it()");
    }

    protected function tearDown(): void
    {
        foreach (['proof', 'original'] as $table) {
            $this->mendTable($table);
        }
        parent::tearDown();
    }

    private function mendTable(string $table): void
    {
        $this->ledger()->getConnection()->executeStatement("DROP TRIGGER IF EXISTS break_it ON $table");
    }

    /** @return list<int> originals, files, copies, proofs */
    private function entered(): array
    {
        return array_map(fn (string $class): int => $this->ledger()->getRepository($class)->count([]), [Original::class, LedgerFile::class, Copy::class, Proof::class]);
    }

    private function card_(string $card, int ...$numbers): void
    {
        foreach ($numbers as $number) {
            $this->reader->put(\sprintf('%s/DCIM/100ORREL/ORL_%04d.JPG', $card, $number), self::still($number));
        }
    }

    private static function still(int $number): string
    {
        return Stills::jpeg(\sprintf('2026-05-04 21:%02d:%02d', 14 + intdiv($number, 60), $number % 60), $number);
    }

    /** An intake that began while the store was away. */
    private function stopped(string $card): Intake
    {
        $intake = $this->start($card)->id();
        rename($this->store->path, $this->store->path.'.away');
        $stopped = $this->bringOn($intake);
        rename($this->store->path.'.away', $this->store->path);

        return $stopped;
    }
}
