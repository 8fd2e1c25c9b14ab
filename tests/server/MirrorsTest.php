<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Component\Cache\Adapter\ArrayAdapter;
use Symfony\Component\Clock\MockClock;
use Symfony\Component\Process\Process;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Clearance\Clearance;
use VelvetLedger\Core\Clearance\Missing;
use VelvetLedger\Core\Clearance\Remedy;
use VelvetLedger\Core\Find\FindOrder;
use VelvetLedger\Core\Find\FindQuery;
use VelvetLedger\Core\Plan\Intent;
use VelvetLedger\Core\Plan\PlanLine;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Server\Cards\CardHoldings;
use VelvetLedger\Server\Cards\CardReadings;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Clearance\CardClearance;
use VelvetLedger\Server\Clearance\CompareCard;
use VelvetLedger\Server\Clearance\CouldNotRemove;
use VelvetLedger\Server\Clearance\Nods;
use VelvetLedger\Server\Clearance\RemoveOriginals;
use VelvetLedger\Server\Copies\CouldNotMend;
use VelvetLedger\Server\Copies\Mending;
use VelvetLedger\Server\Copies\OwedSteps;
use VelvetLedger\Server\Copies\Proving;
use VelvetLedger\Server\Intake\Plans;
use VelvetLedger\Server\Pages\BadCopies;
use VelvetLedger\Server\Pages\DayBookChain;
use VelvetLedger\Server\Pages\FindPage;
use VelvetLedger\Server\Persistence\Copies\LedgerStore;
use VelvetLedger\Server\Persistence\Copies\ProvingRepository;
use VelvetLedger\Server\Persistence\Copies\ProvingState;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\DayBook\DayBookRepository;
use VelvetLedger\Server\Persistence\Intakes\IntakeState;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\Stores\ChangeStores;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\View\Stores\BadCopyView;
use VelvetLedger\Tests\Folder;
use VelvetLedger\Tests\OnCard;
use VelvetLedger\Tests\Stills;

/** One card, two drives: what is copied to both, what is owed, what is proven again, and when the card may be formatted. */
final class MirrorsTest extends LedgerTestCase
{
    private const FOLDER = '2026/2026-05-04';

    protected function setUp(): void
    {
        parent::setUp();
        $this->drives('Bellows');
        foreach ([1, 2, 3] as $number) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$number.JPG", Stills::jpeg("2026-05-04 21:14:0$number", $number));
        }
    }

    public function testBothStoresGetTheSameTreeAndTheCardMayBeFormatted(): void
    {
        self::assertSame('Not yet: keep CARD as it is. Of 3 files, 3 are nowhere but on this card.', $this->clearance()->sentence);
        $this->bringIn('CARD');
        self::assertSame(Folder::tree($this->at('Anvil')), Folder::tree($this->at('Bellows')));
        self::assertCount(4, FolderNames::in($this->at('Bellows', self::FOLDER)), 'three frames and their list');
        self::assertSame(0, (new Process(['xxhsum', '-c', '--quiet', 'checksums.xxh128'], $this->at('Bellows', self::FOLDER)))->run());
        $clearance = $this->clearance();
        self::assertSame(['CARD may be formatted: 3 files on it have 2 proven copies on 2 devices.', true], [$clearance->sentence, $clearance->mayBeFormatted]);
        $this->drivesAway('Bellows');
        self::assertStringMatchesFormat('CARD may be formatted: 3 files on it have 2 proven copies on 2 devices. Seen just now: those on Anvil. Believed, for it is away: those on Bellows, proven %s.', $this->clearance()->sentence);
        $this->drivesBack('Bellows');
        unlink($this->at('Bellows', self::FOLDER.'/2026-05-04_0002.jpg'));
        self::assertSame(['DCIM/100ORREL/ORL_0002.JPG has too few proven copies: 1 of 2: on Anvil'], self::said($this->clearance()), 'proven once is not there now');
    }

    public function testAMirrorThatIsAwayIsOwedItsCopiesAndGetsThemWhenItIsBack(): void
    {
        $this->drivesAway('Bellows');
        $intake = $this->bringIn('CARD');
        self::assertSame(IntakeState::Done, $intake->state(), 'main does not wait for its mirror');
        self::assertSame([3, 3], [$this->copies('Anvil', 'proven'), $this->copies('Bellows', 'owed')]);
        self::assertSame('Not yet: keep CARD as it is. Of 3 files, 3 have too few proven copies.', $this->clearance()->sentence);
        $this->drivesBack('Bellows');
        file_put_contents($this->at('Anvil', self::FOLDER.'/2026-05-04_0002.jpg'), 'rotten');
        rename($this->reader->path.'/CARD', $this->reader->path.'/.CARD');
        self::assertSame([2, 1], $this->makeOwed());
        rename($this->reader->path.'/.CARD', $this->reader->path.'/CARD');
        self::assertSame([1, 1], [$this->copies('Bellows', 'owed'), $this->copies('Anvil', 'differs')], 'what is rotten is not spread');
        file_put_contents($this->at('Anvil', self::FOLDER.'/2026-05-04_0002.jpg'), (string) file_get_contents($this->reader->path.'/CARD/DCIM/100ORREL/ORL_0002.JPG'));
        $this->prove('Anvil');
        self::assertSame([1, 0], $this->makeOwed());
        self::assertTrue($this->clearance()->mayBeFormatted);
        self::assertStringContainsString('1 owed copy was made at Bellows.', $this->dayBook());
    }

    public function testAMirrorAddedLaterIsOwedEverythingAndOneUsedNoMoreIsOwedNothing(): void
    {
        $this->bringIn('CARD');
        mkdir($this->store->path.'/Third');
        $third = $this->service(ChangeStores::class)->add($this->store->path.'/Third', 'Third', StoreRole::Mirror, 'pictures');
        self::assertSame([3, 0], [$this->copies('Third', 'owed'), $this->service(OwedSteps::class)->all($third->id(), static fn (int $bytes) => null)->left ?? null]);
        self::assertSame(Folder::tree($this->at('Anvil')), Folder::tree($this->at('Third')));
        $this->drivesAway('Third');
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0004.JPG', Stills::jpeg('2026-05-04 21:15:00', 4));
        $this->bringIn('CARD');
        self::assertSame(1, $this->copies('Third', 'owed'));
        $this->service(ChangeStores::class)->role($this->service(Stores::class)->find($third->id()), StoreRole::Former);
        self::assertSame(0, $this->copies('Third', 'owed'));
    }

    public function testAProofFindsWhatIsMissingChangedAndUnknownAndABadCopyIsMendedAndKept(): void
    {
        $this->bringIn('CARD');
        file_put_contents($this->at('Bellows', self::FOLDER.'/2026-05-04_0001.jpg'), 'flipped', \FILE_APPEND);
        unlink($this->at('Bellows', self::FOLDER.'/2026-05-04_0003.jpg'));
        $this->store->put('Bellows/pictures/'.self::FOLDER.'/stray.txt', 'whose?');
        $proving = $this->prove('Bellows');
        self::assertSame([3, 2, [self::FOLDER.'/stray.txt']], [$proving->int('files_read'), $proving->int('bad'), $proving->unknown]);
        $bad = $this->service(BadCopies::class)->of(0, 0);
        self::assertSame([['2026-05-04_0001.jpg', 'differs', ['Anvil']], ['2026-05-04_0003.jpg', 'missing', ['Anvil']]], array_map(static fn (BadCopyView $copy): array => [basename($copy->path), $copy->state->value, $copy->good], $bad));
        self::assertFalse($this->clearance()->mayBeFormatted);
        foreach ($bad as $copy) {
            $this->service(Mending::class)->mend($copy->id);
        }
        self::assertStringEndsWith('flipped', (string) file_get_contents($this->at('Bellows', 'Set aside/'.date('Y-m-d').'/'.self::FOLDER.'/2026-05-04_0001.jpg')), 'the bad one is kept');
        self::assertSame([0, true], [$this->prove('Bellows')->int('bad'), $this->clearance()->mayBeFormatted]);
        self::assertMatchesRegularExpression('/Proof of Bellows: 3 copies were read, .*: 2 are missing or different; 1 file there is not the ledger\'s\./', $this->dayBook());
    }

    public function testWhatIsHeldByItsEndsAloneClearsNoCardBeforeAllOfItIsRead(): void
    {
        $long = Stills::jpeg('2026-05-05 08:00:00', 9).str_repeat("\xFF", 300_000);
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0009.JPG', $long);
        $this->bringIn('CARD');
        $other = $long;
        $other[200_000] = 'x'; // between the ends that a quick print is made of
        $this->reader->put('TWIN/DCIM/100ORREL/ORL_0009.JPG', $other);
        $this->reader->put('TWIN/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:01', 1));
        self::assertSame('Not yet: keep TWIN as it is. Of 2 files, 2 seem to be held, and must be read in full to be sure.', $this->clearance('TWIN')->sentence);
        $this->service(CompareCard::class)->compare($this->card('TWIN')->id, static fn () => null);
        self::assertSame(['DCIM/100ORREL/ORL_0009.JPG is nowhere but on this card: is nowhere but on this card'], self::said($this->clearance('TWIN')));
    }

    /** Times are in whole seconds, on cards often in two: the ends of what is known by name, size and time are read again. */
    public function testOtherBytesOfEqualNameSizeAndTimeAreNotCleared(): void
    {
        $this->bringIn('CARD');
        self::assertTrue($this->clearance()->mayBeFormatted);
        $file = $this->reader->path.'/CARD/DCIM/100ORREL/ORL_0002.JPG';
        [$bytes, $time] = [(string) file_get_contents($file), (int) filemtime($file)];
        $this->cardPutInAgain();
        file_put_contents($file, substr_replace($bytes, '!', -9, 1));
        touch($file, $time);
        self::assertSame('Not yet: keep CARD as it is. Of 3 files, 1 is nowhere but on this card.', $this->clearance()->sentence);
        file_put_contents($file, $bytes);
        touch($file, $time);
        self::assertTrue($this->clearance()->mayBeFormatted);
        $unread = $this->service(CardClearance::class)->of($this->cardPutInAgain(), -1.0);
        self::assertSame(['Not yet: keep CARD as it is. Of 3 files, 3 are known by their names, size and time, and their ends are being read again.', false], [$unread->sentence, $unread->mayBeFormatted]);
        $browser = $this->browser();
        $browser->request('GET', '/api/cards/'.$this->card('CARD')->id.'/clearance');
        self::assertSame([true, false], [self::answer($browser)['mayBeFormatted'], self::answer($browser)['reading']]);
    }

    private function cardPutInAgain(): Volume
    {
        rename($this->reader->path.'/CARD', $this->reader->path.'/.CARD');
        mkdir($this->reader->path.'/CARD');
        rename($this->reader->path.'/.CARD/DCIM', $this->reader->path.'/CARD/DCIM');
        rmdir($this->reader->path.'/.CARD');

        return $this->card('CARD');
    }

    /** Both copies are bad, and the card still has it: it is mended from there, into its old place; from a file that only looks like it, not. */
    public function testWhatNoStoreHasAnyMoreIsMendedFromItsCard(): void
    {
        $this->bringIn('CARD');
        foreach (['Anvil', 'Bellows'] as $drive) {
            file_put_contents($this->at($drive, self::FOLDER.'/2026-05-04_0002.jpg'), 'rot', \FILE_APPEND);
            $this->prove($drive);
        }
        $bad = $this->fresh(BadCopies::class)->of(0, 0);
        self::assertSame([['the card CARD'], ['the card CARD']], array_column($bad, 'good'));
        $original = $this->reader->path.'/CARD/DCIM/100ORREL/ORL_0002.JPG';
        $bytes = (string) file_get_contents($original);
        file_put_contents($original, substr_replace($bytes, '!', -9, 1));
        try {
            $this->service(Mending::class)->mend($bad[0]->id);
            self::fail('other bytes were taken for it');
        } catch (CouldNotMend $refused) {
            self::assertStringContainsString('no other proven copy is there to make it from', $refused->getMessage());
        }
        self::assertStringEndsWith('rot', (string) file_get_contents($this->at('Anvil', self::FOLDER.'/2026-05-04_0002.jpg')));
        file_put_contents($original, $bytes);
        foreach ($bad as $copy) {
            $this->fresh(Mending::class)->mend($copy->id);
        }
        foreach (['Anvil', 'Bellows'] as $drive) {
            self::assertFileEquals($original, $this->at($drive, self::FOLDER.'/2026-05-04_0002.jpg'));
        }
        self::assertSame([], $this->fresh(BadCopies::class)->of(0, 0));
    }

    /** Said on the card's desk: what no store has any more comes into its old place, whatever cuts it off, and the card is as it was. */
    #[TestWith([0])]
    #[TestWith([1])]
    #[TestWith([3])]
    public function testWhatIsHeldAndLostIsPutBackFromItsCard(int $cutAfter): void
    {
        $this->bringIn('CARD');
        $before = Folder::tree($this->at('Anvil'));
        foreach (['Anvil', 'Bellows'] as $drive) {
            unlink($this->at($drive, self::FOLDER.'/2026-05-04_0001.jpg'));
            file_put_contents($this->at($drive, self::FOLDER.'/2026-05-04_0003.jpg'), 'rot');
            $this->prove($drive);
        }
        $frames = $this->service(CardReadings::class)->whole($this->card('CARD'))->frames;
        $held = fn (): array => array_map(function (ReadFrame $frame) use ($frames): array {
            $as = $this->service(CardHoldings::class)->of($this->desk('CARD'), $frames)->frameHeldAs($frame->frame);

            return [$as?->isThere, $as?->comesBack];
        }, $frames);
        self::assertSame([[false, false], [true, false], [false, false]], $held());
        $browser = $this->browser();
        $browser->request('POST', '/api/cards/'.$this->card('CARD')->id.'/put-back', [], [], ['HTTP_ORIGIN' => 'http://127.0.0.1:7410'], json_encode(['frames' => array_map(static fn (ReadFrame $frame): string => $frame->frame->key, $frames)], \JSON_THROW_ON_ERROR));
        self::assertSame(204, $browser->getResponse()->getStatusCode());
        self::assertSame([[false, true], [true, false], [false, true]], $held(), 'it waits');
        $this->drivesAway('Bellows');
        $stores = array_map(static fn (LedgerStore $store): int => $store->id(), $this->service(Stores::class)->all());
        $mend = fn (\Closure $watch): array => array_map(fn (int $store): ?bool => $this->service(OwedSteps::class)->all($store, $watch)?->isDone, $stores);
        $copies = 0;
        try {
            $mend(static fn (int $bytes) => ++$copies === $cutAfter ? throw new \RuntimeException('killed') : null);
        } catch (\RuntimeException) {
        }
        $this->drivesBack('Bellows');
        self::assertSame([true, true], $mend(static fn () => null));
        self::assertSame([[true, false], [true, false], [true, false]], $held());
        foreach (['Anvil', 'Bellows'] as $drive) {
            self::assertSame($before, array_filter(Folder::tree($this->at($drive)), static fn (string $path): bool => !str_starts_with($path, '/'.Mending::ASIDE), \ARRAY_FILTER_USE_KEY));
        }
        self::assertTrue($this->clearance()->mayBeFormatted);
        self::assertSame(['done'], $this->column('SELECT DISTINCT state FROM step'));
    }

    /** A bad copy here and another bad one there: each file has a good one. */
    public function testAShootSaysHowManyCopiesEachOfItsFilesHas(): void
    {
        $this->bringIn('CARD');
        $said = function (): int {
            $browser = $this->browser();
            $browser->request('GET', '/api/shoots');
            self::assertSame(1, preg_match('/"copiesOfEach":(\d+)/', (string) $browser->getResponse()->getContent(), $found));

            return (int) $found[1];
        };
        self::assertSame(2, $said());
        foreach ([['Anvil', 1], ['Bellows', 2]] as [$drive, $number]) {
            unlink($this->at($drive, self::FOLDER."/2026-05-04_000$number.jpg"));
            $this->prove($drive);
        }
        self::assertSame(1, $said());
        unlink($this->at('Anvil', self::FOLDER.'/2026-05-04_0002.jpg'));
        $this->prove('Anvil');
        self::assertSame(0, $said());
    }

    public function testTwoCopiesOnOneDeviceAreNotTwo(): void
    {
        $this->bringIn('CARD');
        $this->ledger()->getConnection()->executeStatement("UPDATE store SET device = 'disk one'");
        $this->drivesAway('Anvil', 'Bellows');
        self::assertSame('Not yet: keep CARD as it is. Of 3 files, 3 have their copies on one device.', $this->clearance()->sentence);
    }

    public function testADayBookChangedBehindItsBackShows(): void
    {
        $this->bringIn('CARD');
        $clock = new MockClock();
        $chain = new DayBookChain($this->service(DayBookRepository::class), new ArrayAdapter(), $clock);
        self::assertSame([null, $clock->now()->getTimestamp()], [$chain->checked()->broken, $chain->checked()->whole]);
        $database = $this->ledger()->getConnection();
        foreach (["UPDATE day_book_entry SET entry = 'nothing'", 'DELETE FROM day_book_seal', 'TRUNCATE day_book_entry CASCADE', 'SET session_replication_role = replica; DELETE FROM day_book_entry'] as $wrong) {
            try {
                $database->executeStatement($wrong);
                self::fail($wrong);
            } catch (\Doctrine\DBAL\Exception $refused) {
                self::assertStringContainsString('added, never changed', $refused->getMessage());
            }
        }
        $database->executeStatement("SET session_replication_role = DEFAULT; ALTER TABLE day_book_entry DISABLE TRIGGER ALL; UPDATE day_book_entry SET entry = 'nothing happened' WHERE id = 3; ALTER TABLE day_book_entry ENABLE TRIGGER ALL; ALTER TABLE day_book_entry ENABLE ALWAYS TRIGGER day_book_entry_stays; ALTER TABLE day_book_entry ENABLE ALWAYS TRIGGER day_book_entry_is_not_emptied");
        self::assertNull($chain->checked()->broken, 'what came since is looked at each time, and all of it every few minutes');
        $clock->sleep(601);
        self::assertSame(3, $chain->checked()->broken);
        self::assertSame(3, $chain->checked()->broken, 'and it stays so');
    }

    /** A frame that slot 1 could not keep is taken from slot 2, and the card is cleared, for what is left of it there is the same. */
    public function testAnUnreadableFrameIsTakenFromItsTwin(): void
    {
        $whole = Stills::raw('2026-05-04 21:14:09', 7);
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0007.ORW', str_repeat("\0", 8192).substr($whole, 8192));
        $this->reader->put('SLOT_2/DCIM/100ORREL/ORL_0007.ORW', $whole);
        $this->bringIn('CARD');
        $line = $this->lines()[3];
        self::assertSame('brought in', $line->outcome()->value);
        self::assertStringMatchesFormat('taken from its twin on SLOT_2; %d kB of it can be read here, and are the same there', $line->reason());
        self::assertSame($whole, file_get_contents($this->at('Bellows', self::FOLDER.'/2026-05-04_0004.orw')));
        self::assertTrue($this->clearance()->mayBeFormatted, $this->clearance()->sentence);
        $again = $this->service(Plans::class)->make($this->desk('CARD'), new Wishes());
        self::assertSame([0, 4], [$again->totals->frames->toBringIn, $again->totals->frames->held], 'it is held, by the bytes of its twin');
    }

    /** Of nothing that could be compared it is believed that it is the same: that brings it in, and clears no card without a nod of its own. */
    public function testATwinOfWhatCannotBeReadAtAllIsOnlyBelieved(): void
    {
        $whole = Stills::jpeg('2026-05-04 21:14:09', 7);
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0007.JPG', str_repeat("\0", \strlen($whole)));
        $this->reader->put('SLOT_2/DCIM/100ORREL/ORL_0007.JPG', $whole);
        $nods = fn (): Nods => $this->service(Nods::class);
        $nods()->to($this->card('CARD'), ['DCIM/100ORREL/ORL_0007.JPG']); // before anybody knew that it cannot be read
        $this->bringIn('CARD');
        self::assertSame(['brought in', 'taken from its twin on SLOT_2; that it is the same is believed, by its name, size and time: too little of it can be read here'], [$this->lines()[3]->outcome()->value, $this->lines()[3]->reason()]);
        self::assertSame($whole, file_get_contents($this->at('Bellows', self::FOLDER.'/2026-05-04_0004.jpg')));
        $clearance = $this->clearance();
        self::assertSame('Not yet: keep CARD as it is. Of 4 files, 1 came from its twin, and is only believed to be the same.', $clearance->sentence);
        self::assertSame([Remedy::NodAlone, 'it could not be read here; what came from SLOT_2 in its place has 2 proven copies: Anvil, Bellows'], [$clearance->missing[0]->remedy, $clearance->missing[0]->because]);
        $this->service(CompareCard::class)->compare($this->card('CARD')->id, static fn () => null);
        self::assertFalse($this->clearance()->mayBeFormatted, 'read again, it is not what is held');
        $nods()->to($this->card('CARD'), ['DCIM/100ORREL/ORL_0007.JPG']);
        self::assertSame('CARD may be formatted: 3 files on it have 2 proven copies on 2 devices, and 1 file you let go.', $this->clearance()->sentence);
        $nods()->back($this->card('CARD'), ['DCIM/100ORREL/ORL_0001.JPG']);
        self::assertTrue($this->clearance()->mayBeFormatted, 'that was another');
        $nods()->back($this->card('CARD'), []);
        self::assertFalse($this->clearance()->mayBeFormatted);
    }

    /** Nor is it seen to be held where its twin is. */
    public function testATwinThatIsHeldClearsNothingThatCannotBeRead(): void
    {
        $whole = Stills::jpeg('2026-05-04 21:14:09', 7);
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0007.JPG', str_repeat("\0", \strlen($whole)));
        $this->reader->put('SLOT_2/DCIM/100ORREL/ORL_0007.JPG', $whole);
        $this->bringIn('SLOT_2');
        $this->bringIn('CARD');
        $line = $this->lines()[4];
        self::assertSame('held', $line->outcome()->value);
        self::assertFalse($this->clearance()->mayBeFormatted, $this->clearance()->sentence.' '.$line->reason());
    }

    /** Another picture of the same name, size and time is no twin: what can be read here says so. */
    public function testAnotherPictureAtItsPlaceIsNotTakenForIt(): void
    {
        $own = Stills::raw('2026-05-04 21:14:09', 7);
        $other = substr_replace($own, strrev(substr($own, 20_000, 9000)), 20_000, 9000);
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0007.ORW', str_repeat("\0", 8192).substr($own, 8192));
        $this->reader->put('SLOT_2/DCIM/100ORREL/ORL_0007.ORW', $other);
        $this->bringIn('CARD');
        self::assertSame(['unreadable', null], [$this->lines()[3]->outcome()->value, $this->lines()[3]->twin()]);
        self::assertFileDoesNotExist($this->at('Anvil', self::FOLDER.'/2026-05-04_0004.orw'));
        self::assertStringContainsString('1 cannot be read', $this->clearance()->sentence);
        $this->bringIn('SLOT_2');
        self::assertSame('brought in', $this->lines()[4]->outcome()->value);
        self::assertStringContainsString('1 cannot be read', $this->clearance()->sentence, 'that it is held says nothing of this one');
    }

    /** A deliberate act, off unless the settings ask for it, and only for what every copy is seen to hold just before. */
    public function testOriginalsAreRemovedOnlyWhereAskedForAndOnlyWhatEveryCopyHolds(): void
    {
        $this->bringIn('CARD');
        $remove = fn () => $this->fresh(RemoveOriginals::class)->remove($this->card('CARD')->id, static fn () => null);
        try {
            $remove();
            self::fail('it is off');
        } catch (CouldNotRemove $refused) {
            self::assertStringContainsString('"remove_originals" is not set', $refused->getMessage());
        }
        file_put_contents(Home::fromEnvironment()->path.'/settings.yaml', "remove_originals: true\n", \FILE_APPEND);
        $rotten = $this->at('Bellows', self::FOLDER.'/2026-05-04_0002.jpg');
        $bytes = (string) file_get_contents($rotten);
        file_put_contents($rotten, substr($bytes, 0, -1).'X'); // of its size, and not its bytes: only comparing them tells
        $remove();
        self::assertSame(['ORL_0002.JPG'], FolderNames::in($this->reader->path.'/CARD/DCIM/100ORREL'));
        self::assertStringContainsString('DCIM/100ORREL/ORL_0001.JPG was removed from CARD: 2 copies were compared with it byte for byte just before.', $this->dayBook());
        self::assertStringContainsString('ORL_0002.JPG was not removed: 1 of 2 copies could be compared with it and were the same. It stays on the card.', $this->dayBook());
    }

    public function testANightsShareProvesWhatWasProvenLongestAgo(): void
    {
        $this->bringIn('CARD');
        $this->ledger()->getConnection()->executeStatement("UPDATE copy SET proven_at = now() - interval '40 days' WHERE id = (SELECT min(id) FROM copy WHERE store_id = ?)", [$this->number('Bellows')]);
        $provings = $this->fresh(ProvingRepository::class);
        $this->service(ChangeStores::class)->provenWithin($this->service(Stores::class)->find($this->number('Bellows')), 3);
        $id = $provings->ask($this->number('Bellows'), null, 3);
        $this->service(Proving::class)->prove($id, static fn () => null);
        self::assertSame([1, ProvingState::Done, true], [$provings->find($id)->int('files_read'), $provings->find($id)->state(), $provings->hadAShareSince($this->number('Bellows'), new \DateTimeImmutable('-20 hours'))]);
        self::assertEquals(0, $this->ledger()->getConnection()->fetchOne("SELECT count(*) FROM copy WHERE proven_at < now() - interval '1 day'"));
    }

    #[DataProvider('clips')]
    public function testClipsComeAlongWhereTheOrderSaysSo(string $clips, string $to): void
    {
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0010.MOV', 'moving pictures', 1_777_929_250); // 4 May 2026, 21:14:10 UTC
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0010.SRT', 'where it flew', 1_777_929_251);
        self::assertStringContainsString('1 is a clip or sound that is nowhere but on this card', $this->clearance()->sentence);
        $this->bringIn('CARD', new Wishes(OnCard::order(['clips' => $clips])));
        self::assertStringEqualsFile($this->at('Bellows', $to), 'moving pictures');
        self::assertTrue($this->clearance()->mayBeFormatted, $this->clearance()->sentence);
        self::assertSame([0, 5], [$this->plan()->totals->files->bytesToBringIn, $this->copies('Anvil', 'proven')], 'and it is held from now on');
        self::assertStringEqualsFile($this->at('Bellows', str_replace('.mov', '.srt', $to)), 'where it flew');
        $found = $this->service(FindPage::class)->view(FindQuery::read('kind=clip&day=2026-05-04'), FindOrder::Shoot);
        self::assertSame([1, 'DCIM/100ORREL/ORL_0010.MOV'], [$found->frames, $found->sections[0]->first[0]->originals[0] ?? null], 'and found');
        $this->reader->put('CARD/layout.qxz', 'nobody knows');
        self::assertStringContainsString('1 is of no kind that is known here', $this->clearance()->sentence);
        $this->service(Nods::class)->to($this->card('CARD'), ['layout.qxz']);
        self::assertSame('CARD may be formatted: 5 files on it have 2 proven copies on 2 devices, and 1 file you let go.', $this->clearance()->sentence);
    }

    /** @return iterable<array{string, string}> */
    public static function clips(): iterable
    {
        yield 'with the stills' => ['with the stills', self::FOLDER.'/2026-05-04_0004.mov'];
        yield 'in a subfolder' => ['in a subfolder', self::FOLDER.'/clips/2026-05-04_0004.mov'];
    }

    /** The camera's own files, what nobody knows, what a computer threw away: under their own names, proven like the rest, and no frames. */
    #[TestWith(['in a subfolder of the shoot', self::FOLDER.'/other files'])]
    #[TestWith(["in a folder of the card's name", '2026/CARD other files'])]
    public function testAllElseComesAlongWhereTheOrderSaysSo(string $others, string $to): void
    {
        $along = ['MISC/AUTPRINT.MRK' => 'prints', 'DCIM/100ORREL/ORL_0001.CTG' => 'a catalogue', 'layout.qxz' => 'nobody knows', 'PRIVATE/M4ROOT/MEDIAPRO.XML' => 'a record', 'MISC/notes' => 'no ending', '.Trashes/ORL_0009.JPG' => Stills::jpeg('2026-05-04 21:00:00', 9)];
        foreach ([...$along, 'MISC/empty.MRK' => '', '.Spotlight-V100/store.db' => 'a computer wrote it', 'DCIM/100ORREL/._ORL_0001.JPG' => 'and this'] as $path => $bytes) {
            $this->reader->put("CARD/$path", $bytes);
        }
        $wishes = new Wishes(OnCard::order(['others' => $others]));
        $this->bringIn('CARD', $wishes);
        foreach (['Anvil', 'Bellows'] as $drive) {
            foreach ($along as $path => $bytes) {
                self::assertStringEqualsFile($this->at($drive, "$to/".ltrim($path, '.')), $bytes);
            }
            self::assertCount(\count($along), array_filter(array_keys(Folder::tree($this->at($drive, $to))), static fn (string $file): bool => !str_ends_with($file, 'xxh128')), 'and nothing else');
        }
        self::assertSame(['CARD may be formatted: 9 files on it have 2 proven copies on 2 devices; 3 other files stay on it: 3 of the camera\'s own.', true], [$this->clearance()->sentence, $this->clearance()->mayBeFormatted]);
        $shoots = $this->service(ShootRepository::class);
        $shoot = $shoots->one($shoots->named(self::FOLDER));
        self::assertSame([3, 9], [$shoot->frames, $shoot->files]);
        $this->reader->put('CARD/.Trashes/twin.JPG', (string) file_get_contents($this->reader->path.'/CARD/DCIM/100ORREL/ORL_0002.JPG'));
        self::assertStringContainsString('1 seems to be held', $this->clearance()->sentence, 'a deleted picture that is held');
        unlink($this->reader->path.'/CARD/.Trashes/twin.JPG');
        $again = $this->service(Plans::class)->make($this->desk('CARD'), $wishes);
        self::assertSame([0, 3 + \count($along)], [$again->totals->files->number(Intent::BringIn), $again->totals->files->number(Intent::Held) + $again->totals->files->number(Intent::LeaveOut)]);
        $this->reader->put('CARD/MISC/AUTPRINT.MRK', 'other prints');
        self::assertSame('comes along with frames, of which none come in', array_values(array_filter($this->service(Plans::class)->make($this->desk('CARD'), $wishes)->lines, static fn (PlanLine $line): bool => 'MISC/AUTPRINT.MRK' === $line->file->path))[0]->reason ?? null);
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0004.JPG', Stills::jpeg('2026-05-04 21:14:04', 4));
        $this->bringIn('CARD', $wishes);
        self::assertStringEqualsFile($this->at('Bellows', "$to/MISC/AUTPRINT_2.MRK"), 'other prints');
        self::assertFileExists($this->at('Bellows', self::FOLDER.'/2026-05-04_0004.jpg'), 'a shoot\'s frames lie where its stills do');
    }

    private function plan(): \VelvetLedger\Core\Plan\Plan
    {
        return $this->service(Plans::class)->make($this->desk('CARD'), new Wishes(OnCard::order(['clips' => 'with the stills'])));
    }

    private function clearance(string $card = 'CARD'): Clearance
    {
        return $this->fresh(CardClearance::class)->of($this->card($card));
    }

    /** @return list<string> */
    private static function said(Clearance $clearance): array
    {
        return array_map(static fn (Missing $missing): string => $missing->path.' '.$missing->lack->value.': '.$missing->because, $clearance->missing);
    }

    private function prove(string $store): \VelvetLedger\Server\Persistence\Copies\ProvingRow
    {
        $provings = $this->fresh(ProvingRepository::class);
        $id = $provings->ask($this->number($store), null, null);
        $this->service(Proving::class)->prove($id, static fn () => null);
        self::assertSame(ProvingState::Done, $provings->find($id)->state(), $provings->find($id)->text('stopped_because') ?? '');

        return $provings->find($id);
    }

    /** @return array{int, int} */
    private function makeOwed(string $store = 'Bellows'): array
    {
        $came = $this->fresh(OwedSteps::class)->all($this->number($store), static fn (int $bytes) => null) ?? self::fail('somebody else does it');

        return [$came->made, $came->left];
    }

    private function number(string $store): int
    {
        $id = $this->ledger()->getConnection()->fetchOne('SELECT id FROM store WHERE name = ?', [$store]);

        return is_numeric($id) ? (int) $id : 0;
    }

    private function copies(string $store, string $state): int
    {
        $copies = $this->ledger()->getConnection()->fetchOne('SELECT coalesce(sum(copies), 0) FROM shoot_copies WHERE store_id = ? AND state = ?', [$this->number($store), $state]);
        $counted = $this->ledger()->getConnection()->fetchOne('SELECT count(*) FROM copy WHERE store_id = ? AND state = ?', [$this->number($store), $state]);
        self::assertEquals($counted, $copies, 'the sums are what they are sums of');

        return is_numeric($copies) ? (int) $copies : 0;
    }

    private function dayBook(): string
    {
        return implode("\n", array_map(static fn (mixed $entry): string => \is_string($entry) ? $entry : '', $this->ledger()->getConnection()->fetchFirstColumn('SELECT entry FROM day_book_entry ORDER BY id')));
    }

    private function at(string $drive, string $path = ''): string
    {
        return rtrim($this->store->path.'/'.$drive.('' === $drive ? '' : '/pictures/'.$path), '/');
    }
}
