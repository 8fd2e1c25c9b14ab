<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Doctrine\DBAL\DriverManager;
use Doctrine\DBAL\Exception\ConnectionException;
use Doctrine\DBAL\Exception\DeadlockException;
use PHPUnit\Framework\Attributes\TestWith;
use Psr\Log\NullLogger;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\HttpKernelInterface;
use Symfony\Component\Uid\Uuid;
use VelvetLedger\Bench\EmptyLedger;
use VelvetLedger\Core\Card\CardWalker;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Plan\ShootWish;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Transfer\StoreMark;
use VelvetLedger\Core\Words\Size;
use VelvetLedger\Server\Cards\CardSummaries;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Cards\SourceFolders;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Http\Errors;
use VelvetLedger\Server\Intake\CouldNotBegin;
use VelvetLedger\Server\Intake\NamesAtStore;
use VelvetLedger\Server\Intake\StartIntake;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Shoots\NamesRepository;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\Settings\Settings;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Tests\Stills;

/** Stores and readers: where they are, what is in use there, and what is said when they are away. */
final class StoresTest extends LedgerTestCase
{
    public function testNamesInUseAreThoseOnTheDriveAndThosePromisedWithoutRegardToCaseOrForm(): void
    {
        $this->store->put('2026/2026-05-04 boats/Taken.JPG', 'x');
        $this->store->put("2026/2026-05-04 boats/e\u{301}toile.jpg", 'x');
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09'));
        $this->service(StartIntake::class)->start($this->desk('CARD'), new Wishes(shoots: ['2026-05-04' => new ShootWish('boats')]), static fn (Intake $intake) => null);
        $names = new NamesAtStore($this->service(Stores::class)->main(), $this->service(NamesRepository::class));
        $folder = '2026/2026-05-04 boats';
        $inUse = array_map(static fn (string $stem): bool => $names->isTaken($folder, $stem), ['taken', "\u{e9}toile", '2026-05-04_boats_0001', '2026-05-04_boats_0002']);
        self::assertSame([true, true, true, false], $inUse);
        self::assertFalse($names->isTaken('2026/another', 'taken'));
    }

    public function testTwoCardsPlannedAtOnceNeverPromiseOneName(): void
    {
        $this->reader->put('A/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09', 1));
        $this->reader->put('B/DCIM/100VANTR/V6A_0001.JPG', Stills::jpeg('2026-05-04 21:15:09', 2));
        foreach (['A', 'B'] as $card) {
            $this->service(StartIntake::class)->start($this->desk($card), new Wishes(), static fn (Intake $intake) => null);
        }
        $names = $this->ledger()->getConnection()->fetchFirstColumn('SELECT name FROM receipt_line ORDER BY id');
        self::assertSame(['2026-05-04_0001.jpg', '2026-05-04_0002.jpg'], $names);
    }

    public function testAStoreIsToldByItsMarkWhereverItsDriveIsAttached(): void
    {
        $this->drives();
        $stores = fn (): Stores => $this->fresh(Stores::class);
        $main = $stores()->main();
        self::assertSame([$this->store->path.'/Anvil/pictures', true], [$main->path, $main->isPresent()]);
        rename($this->store->path.'/Anvil', $this->store->path.'/Anvil 1');
        self::assertNull($stores()->prepare());
        self::assertSame([$main->uuid, $this->store->path.'/Anvil 1/pictures', 1], [$stores()->main()->uuid, $stores()->main()->path, $this->ledger()->getRepository(LedgerStore::class)->count([])]);

        rename($this->store->path.'/Anvil 1', $this->store->path.'/.away');
        mkdir($this->store->path.'/Anvil 1/pictures', 0o777, true);
        self::assertStringContainsString('is not at', (string) $stores()->prepare(), 'an empty mount point');
        self::assertSame([], FolderNames::in($this->store->path.'/Anvil 1/pictures'), 'it is not written to');
        StoreMark::put($this->store->path.'/Anvil 1/pictures', Uuid::v4()->toRfc4122(), 'Hammer');
        self::assertStringContainsString('is not the store Anvil: its mark is that of another store, Hammer.', (string) $stores()->prepare());
        try {
            $stores()->main()->open();
            self::fail('another drive was opened');
        } catch (StoreAbsent $refused) {
            self::assertStringContainsString('nothing was written to this one', $refused->getMessage());
        }
        file_put_contents($this->store->path.'/Anvil 1/pictures/'.StoreMark::FILE, 'rot');
        self::assertStringContainsString('its mark, '.$this->store->path.'/Anvil 1/pictures/'.StoreMark::FILE.', cannot be read or is damaged', (string) $stores()->prepare());
        $this->store->put('a-file', '');
        $this->expectException(StoreAbsent::class);
        $stores()->begin($this->store->path.'/a-file/below', 'Third', StoreRole::Mirror);
    }

    /** Whichever way it leads to the main store: a link, or a folder in it. */
    #[TestWith(['link'])]
    #[TestWith(['link/2026'])]
    #[TestWith(['Anvil/pictures'])]
    public function testAMirrorThatIsTheMainStoreIsLeftOut(string $mirror): void
    {
        mkdir($this->store->path.'/Anvil/pictures/2026', 0o777, true);
        symlink('Anvil/pictures', $this->store->path.'/link');
        file_put_contents(Home::fromEnvironment()->path.'/settings.yaml', \sprintf("readers: ['%1\$s']\nstores:\n    main: { name: Anvil, path: '%2\$s/Anvil/pictures' }\n    mirrors: [{ name: Bellows, path: '%2\$s/%3\$s' }]\n", $this->reader->path, $this->store->path, $mirror));
        self::ensureKernelShutdown();
        self::bootKernel();
        EmptyLedger::make($this->ledger()->getConnection());
        self::assertStringContainsString('as the store Bellows, but that is the store Anvil, or lies in it', (string) $this->service(Stores::class)->prepare());
        self::assertSame([[StoreRole::Main, 'Anvil']], array_map(static fn (LedgerStore $store): array => [$store->role(), $store->name()], $this->service(Stores::class)->all()));
        self::assertTrue($this->service(Stores::class)->main()->isPresent());
    }

    public function testAMarkOfAnEarlierVersionGetsItsUuid(): void
    {
        $uuid = (string) $this->service(Stores::class)->main()->uuid;
        $this->store->put(StoreMark::FILE, "Main\n");
        self::assertFalse($this->service(Stores::class)->main()->isPresent());
        self::assertNull($this->service(Stores::class)->prepare());
        self::assertSame([$uuid, true], [StoreMark::at($this->store->path)?->uuid, $this->service(Stores::class)->main()->isPresent()]);
        self::assertStringContainsString('14.20 GB free and this intake needs 20.00 GB', CouldNotBegin::noRoom($this->service(Stores::class)->main(), 20_000_000_000, 14_200_000_000)->getMessage());
    }

    public function testReadersAreFoldersOrPatternsAndAVolumeNeedsADcimFolder(): void
    {
        foreach (['me/CARD/DCIM', 'me/DISK/Pictures', 'you/OTHER/DCIM', 'me/.hidden/DCIM'] as $folder) {
            mkdir($this->reader->path.'/'.$folder, 0o777, true);
        }
        $labels = fn (string ...$roots): array => array_map(static fn (Volume $volume): string => $volume->label(), (new Readers(new Settings(array_values($roots)), $this->service(CardSummaries::class), new CardWalker(), $this->service(SourceFolders::class)))->volumes());
        self::assertSame(['CARD', 'OTHER'], $labels($this->reader->path.'/*'));
        self::assertSame(['CARD'], $labels($this->reader->path.'/me', $this->reader->path.'/me', '/no/such/reader'));
        self::assertSame([], $labels());
    }

    public function testACardsSummaryFollowsItsFolders(): void
    {
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', '12345', 1_777_000_000);
        $summaries = $this->service(CardSummaries::class);
        $first = $summaries->of($this->reader->path.'/CARD');
        self::assertSame([1, 1, 5, 1_777_000_000, 1_777_000_000], [$first->frames, $first->files, $first->bytes, $first->first, $first->last]);
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0002.MOV', '1234567');
        touch($this->reader->path.'/CARD/DCIM/100ORREL', time() + 5);
        self::assertSame([1, 2, 12], [$summaries->of($this->reader->path.'/CARD')->frames, $summaries->of($this->reader->path.'/CARD')->files, $summaries->of($this->reader->path.'/CARD')->bytes]);
        self::assertSame(0, $summaries->of($this->reader->path.'/GONE')->files);
    }

    public function testADatabaseThatDoesNotAnswerOrMadeUsGiveWayIsSaidWithWhatToDo(): void
    {
        $dead = DriverManager::getConnection(['driver' => 'pdo_pgsql', 'host' => '127.0.0.1', 'port' => 1, 'user' => 'x', 'password' => 'x']);
        try {
            $dead->fetchOne('SELECT 1');
            self::fail('port 1 answered');
        } catch (ConnectionException $error) {
            self::assertSaid(503, 'bin\/ledger start', $error);
        }
        try {
            $this->ledger()->getConnection()->executeStatement("DO 'BEGIN RAISE EXCEPTION USING ERRCODE = ''40P01''; END'"); // deadlock_detected (PostgreSQL's manual, appendix A)
            self::fail('it goes on');
        } catch (DeadlockException $error) {
            self::assertSaid(409, 'Nothing was changed; ask for it again.', $error);
        }
    }

    private static function assertSaid(int $status, string $sentence, \Throwable $error): void
    {
        $event = new ExceptionEvent(self::bootKernel(), Request::create('/api/cards'), HttpKernelInterface::MAIN_REQUEST, $error);
        (new Errors(new NullLogger()))($event);
        self::assertSame($status, $event->getResponse()?->getStatusCode());
        self::assertStringContainsString($sentence, (string) $event->getResponse()->getContent());
    }

    public function testSizesInSentences(): void
    {
        self::assertSame(['500 bytes', '45 kB', '1.5 MB', '14.20 GB', '2.00 TB'], array_map(Size::of(...), [500, 45_000, 1_500_000, 14_200_000_000, 2_000_000_000_000]));
    }
}
