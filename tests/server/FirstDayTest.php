<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Tester\CommandTester;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Order\StationeryKind;
use VelvetLedger\Core\Receipt\CopiesAt;
use VelvetLedger\Core\Stamp\StampChange;
use VelvetLedger\Server\Clearance\CardClearance;
use VelvetLedger\Server\Console\ReceiptText;
use VelvetLedger\Server\Copies\Mending;
use VelvetLedger\Server\Copies\SeesCopies;
use VelvetLedger\Server\Orders\Stationery;
use VelvetLedger\Server\Pages\BadCopies;
use VelvetLedger\Server\Pages\FramesPage;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\Copies\StoreSumsRepository;
use VelvetLedger\Server\Persistence\Shoots\LedgerFrame;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Stamps\ChangeStamps;
use VelvetLedger\Server\Stores\ChangeStores;
use VelvetLedger\Server\Stores\FramePictures;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Tests\ExifTool;
use VelvetLedger\Tests\Folder;
use VelvetLedger\Tests\Stills;

/** What bites on the first day: a wedding on a fresh ledger, an edit or a damage that is to be merged, drives that are no second copy. */
final class FirstDayTest extends LedgerTestCase
{
    private const WEDDING = 260;
    private const FOLDER = '2026/2026-05-04';

    /** Of real size, for on a fresh ledger the database has no figures to go by, and gives rows in another order than on a warm one. */
    #[TestWith([false, true, true])]
    #[TestWith([true, true, false])]
    #[TestWith([false, false, false])]
    #[TestWith([true, false, true])]
    public function testOnAFreshLedgerEveryFrameOfAWeddingHasItsPicture(bool $byCommand, bool $stamped, bool $mirrored): void
    {
        $this->drives(...($mirrored ? ['Bellows'] : []));
        if ($stamped) {
            $this->service(Stationery::class)->save(StationeryKind::Rights, 'Studio', ['creator' => 'Ada Tern']);
        }
        $raw = Stills::raw('2026-05-04 12:00:00').str_repeat('r', 60_000);
        $jpeg = Stills::jpeg('2026-05-04 12:00:00');
        for ($i = 0; $i < self::WEDDING; ++$i) {
            $name = \sprintf('CARD/DCIM/100ORREL/ORL_%04d.', $i + 1);
            $at = date('Y:m:d H:i:s', 1_777_896_000 + 20 * $i);
            $this->reader->put($name.'ORW', str_replace('2026:05:04 12:00:00', $at, $raw), 1_777_896_000 + 20 * $i);
            $this->reader->put($name.'JPG', str_replace('2026:05:04 12:00:00', $at, $jpeg), 1_777_896_000 + 20 * $i);
        }
        $byCommand ? $this->command('intake', ['source' => $this->reader->path.'/CARD']) : $this->throughThePage();
        $unseen = [];
        foreach ($this->column('SELECT id FROM frame ORDER BY id') as $frame) {
            try {
                $this->service(FramePictures::class)->of(is_numeric($frame) ? (int) $frame : 0, 160);
            } catch (CouldNot $failure) {
                $unseen[] = $failure->getMessage();
            }
        }
        self::assertSame([], $unseen);
        $shoot = $this->shoot();
        self::assertSame([['2026-05-04_0001.orw', '2026-05-04_0001.jpg', ...($stamped ? ['2026-05-04_0001.xmp'] : [])]], array_values(array_unique(array_map(static fn ($frame): array => str_replace($frame->stem, '2026-05-04_0001', $frame->names), $this->service(FramesPage::class)->frames($shoot)), \SORT_REGULAR)), 'in one order, whichever file came in first');
        self::assertSame([self::WEDDING, $this->column('SELECT min(id) FROM frame')[0]], [$this->service(ShootRepository::class)->one($shoot)->frames, $this->service(ShootRepository::class)->one($shoot)->cover]);
    }

    public function testADamagedPictureIsNeverMergedOverAGoodOne(): void
    {
        $good = $this->three();
        $file = $this->onDrive('Anvil', self::FOLDER.'/2026-05-04_0001.jpg');
        $bytes = (string) file_get_contents($file);
        $bytes[\strlen($bytes) - 20] = \chr(\ord($bytes[\strlen($bytes) - 20]) ^ 1); // in the scan
        file_put_contents($file, $bytes);
        $this->say(['rating' => 4]);
        self::assertSame(['damage', true], [$this->found()[0], str_contains((string) $this->found()[1], '2026-05-04_0001.jpg is damaged: its picture is not the one that came in.')]);
        $this->settle('merge');
        self::assertSame($bytes, file_get_contents($file), 'as it is');
        self::assertSame($good, self::picture($this->onDrive('Bellows', self::FOLDER.'/2026-05-04_0001.jpg')), 'the last good copy is the last good copy');
        self::assertSame(['differs'], $this->column("SELECT state FROM copy WHERE path LIKE '%_0001.jpg' AND store_id = 1"));
        self::assertFalse($this->fresh(CardClearance::class)->of($this->card('CARD'))->mayBeFormatted);
        $this->service(Mending::class)->mend($this->service(BadCopies::class)->of(0, 0)[0]->id);
        $this->settle('merge');
        self::assertSame([$good, $good, 4, 4], [...array_map(fn (string $drive): string => self::picture($this->onDrive($drive, self::FOLDER.'/2026-05-04_0001.jpg')), ['Anvil', 'Bellows']), ...array_map(fn (string $drive): mixed => self::rating($this->onDrive($drive, self::FOLDER.'/2026-05-04_0001.jpg')), ['Anvil', 'Bellows'])]);
        self::assertTrue($this->fresh(CardClearance::class)->of($this->card('CARD'))->mayBeFormatted);
    }

    public function testWhatAnEditorMadeOfAPictureIsAFileBesideIt(): void
    {
        $good = $this->three();
        $file = $this->onDrive('Anvil', self::FOLDER.'/2026-05-04_0001.jpg');
        $this->encodeAnew($file);
        $edit = (string) file_get_contents($file);
        $this->say(['rating' => 4]);
        $this->settle('merge');
        self::assertSame('edit', $this->found()[0], 'merging does not take it for what is said of the picture');
        self::assertSame([$edit, $good], [file_get_contents($file), self::picture($this->onDrive('Bellows', self::FOLDER.'/2026-05-04_0001.jpg'))]);
        $this->drivesAway('Bellows');
        $this->settle('keep');
        self::assertStringContainsString('no good copy is at hand', (string) $this->found()[1]);
        $this->drivesBack('Bellows');
        // One who was cut off before it was entered left it under the name; done twice, it is kept once.
        copy($file, $this->onDrive('Anvil', self::FOLDER.'/2026-05-04_0001_edited.jpg'));
        $this->settle('keep');
        $this->settle('keep');
        foreach (['Anvil', 'Bellows'] as $drive) {
            self::assertSame([$edit, $good, 4], [file_get_contents($this->onDrive($drive, self::FOLDER.'/2026-05-04_0001_edited.jpg')), self::picture($this->onDrive($drive, self::FOLDER.'/2026-05-04_0001.jpg')), self::rating($this->onDrive($drive, self::FOLDER.'/2026-05-04_0001.jpg'))], $drive);
            self::assertSame('', (string) shell_exec('cd '.escapeshellarg($this->onDrive($drive, self::FOLDER)).' && xxhsum -c --quiet checksums.xxh128 2>&1'));
        }
        self::assertSame([[null, null], ['proven'], 4, 4], [$this->found(), $this->column('SELECT DISTINCT state FROM copy'), $this->service(ShootRepository::class)->one($this->shoot())->files, (int) (is_numeric($n = $this->column('SELECT count(*) FROM file')[0]) ? $n : 0)]);
        self::assertTrue($this->fresh(CardClearance::class)->of($this->card('CARD'))->mayBeFormatted, 'by the originals');
        unlink($this->onDrive('Anvil', self::FOLDER.'/2026-05-04_0001.jpg'));
        self::assertFalse($this->fresh(CardClearance::class)->of($this->card('CARD'))->mayBeFormatted, 'an edit is no copy of one');
    }

    public function testWithoutAGoodCopyNobodyKnowsWhatWasChanged(): void
    {
        $this->three();
        $this->drivesAway('Bellows');
        ExifTool::write('-XMP-xmp:Label=Theirs', $this->onDrive('Anvil', self::FOLDER.'/2026-05-04_0001.jpg'));
        $this->say(['rating' => 4]);
        $this->settle('merge');
        self::assertSame('unknown', $this->found()[0]);
        $this->drivesBack('Bellows');
        $this->settle('merge');
        self::assertSame([null, null], $this->found(), 'only what is said of it, as the mirror has shown');
        ExifTool::write('-XMP-xmp:Label=Again', $this->onDrive('Anvil', self::FOLDER.'/2026-05-04_0001.jpg'));
        $this->drivesAway('Bellows');
        $this->say(['rating' => 2]);
        $this->settle('merge');
        self::assertSame([null, null], $this->found(), 'stamped once, its picture is known by heart');
    }

    public function testAStoreThatIsUsedNoMoreClearsNothing(): void
    {
        $this->three();
        self::assertSame([0, 0], [$this->command('stores', []), $this->command('prove', [])]);
        $this->service(ChangeStores::class)->role($this->service(Stores::class)->all()[1], StoreRole::Former);
        self::assertSame([1, 1], [$this->command('stores', []), $this->command('prove', [])]);
        self::assertContains('Without Bellows 3 files have fewer proven copies than the standing order asks for.', $this->column('SELECT entry FROM day_book_entry'));
        $receipt = $this->service(ReceiptText::class)->view($this->goOn(1));
        self::assertSame(['Not yet: keep CARD as it is. Of 3 files, 3 have too few proven copies.', 'One proven copy', ['Anvil'], ['Anvil']], [$this->fresh(CardClearance::class)->of($this->card('CARD'))->sentence, $receipt->verdict->heading, array_map(static fn (CopiesAt $at): string => $at->store, $receipt->copies), array_map(static fn (CopiesAt $at): string => $at->store, $this->service(StoreSumsRepository::class)->ofShoots([$this->shoot()->id()])[$this->shoot()->id()])]);
        // Stamped meanwhile and used again, its copies are owed the change.
        $this->say(['rating' => 4]);
        $this->service(ChangeStores::class)->role($this->service(Stores::class)->find(2), StoreRole::Mirror);
        self::assertSame(['owed', 'owed', 'owed'], $this->column('SELECT state FROM copy WHERE store_id = 2 ORDER BY id'));
    }

    public function testAFolderOfTheMirrorThatLeadsIntoTheMainStoreIsNoSecondCopy(): void
    {
        $this->three();
        Folder::remove($this->onDrive('Bellows', '2026'));
        symlink($this->onDrive('Anvil', '2026'), $this->onDrive('Bellows', '2026'));
        self::assertSame('Not yet: keep CARD as it is. Of 3 files, 3 have too few proven copies.', $this->fresh(CardClearance::class)->of($this->card('CARD'))->sentence);
        $this->service(SeesCopies::class)->shoot($this->shoot()->id());
        self::assertSame(1, $this->command('prove', ['store' => 'Bellows']));
        self::assertSame(array_fill(0, 3, 'its folder leads out of the store, to '.$this->onDrive('Anvil', self::FOLDER)), $this->column("SELECT because FROM copy WHERE store_id = 2 AND state = 'differs'"));
        $before = Folder::tree($this->onDrive('Anvil'));
        self::assertSame(1, $this->command('prove', ['--mend' => true]), 'what lies there is not set aside, for it is the main store\'s');
        self::assertSame($before, Folder::tree($this->onDrive('Anvil')));
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0004.JPG', Stills::jpeg('2026-05-04 21:15:00', 4));
        $this->bringIn('CARD');
        self::assertSame([['owed', 'its folder leads out of the store, to '.$this->onDrive('Anvil', self::FOLDER)]], $this->ledger()->getConnection()->fetchAllNumeric("SELECT state, because FROM copy WHERE store_id = 2 AND path LIKE '%_0004.jpg'"));
        $this->say(['rating' => 4]);
        self::assertSame([4, 4], [\count($this->column("SELECT 1 FROM copy WHERE store_id = 2 AND state <> 'proven'")), self::rating($this->onDrive('Anvil', self::FOLDER.'/2026-05-04_0001.jpg'))]);
    }

    public function testAMirrorThatLeavesIsOwedWhatTheReceiptSays(): void
    {
        $this->drives('Bellows');
        for ($i = 1; $i <= 9; ++$i) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$i.JPG", Stills::jpeg("2026-05-04 21:14:0$i", $i));
        }
        $this->drivesAway('Bellows');
        $intake = $this->bringIn('CARD');
        $in = fn (): array => array_map(static fn (CopiesAt $at): string => $at->inWords, $this->service(ReceiptText::class)->view($intake)->copies);
        self::assertSame(['Anvil: 9 proven', 'Bellows: 9 owed'], $in());
        $this->ledger()->getConnection()->executeStatement("UPDATE copy SET state = 'differs' WHERE path LIKE '%_0002.jpg' AND store_id = 1");
        self::assertSame(['Anvil: 8 proven, 1 missing or different', 'Bellows: 9 owed'], $in());
    }

    /** Three JPEGs on two drives. @return string digest of the picture of the first */
    private function three(): string
    {
        $this->drives('Bellows');
        for ($i = 1; $i <= 3; ++$i) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$i.JPG", Stills::jpeg("2026-05-04 21:14:0$i", $i));
        }
        $this->bringIn('CARD');

        return self::picture($this->reader->path.'/CARD/DCIM/100ORREL/ORL_0001.JPG');
    }

    private function throughThePage(): void
    {
        $browser = $this->browser();
        $browser->request('POST', '/api/cards/'.$this->card('CARD')->id.'/intakes', content: '{}');
        self::assertSame(201, $browser->getResponse()->getStatusCode(), (string) $browser->getResponse()->getContent());
        $this->bringOn(1);
    }

    /** @param array<string, mixed> $input */
    private function command(string $name, array $input): int
    {
        return (new CommandTester((new Application(self::bootKernel()))->find($name)))->execute($input);
    }

    /** @param array<string, mixed> $how */
    private function say(array $how): void
    {
        $frames = array_map(static fn (LedgerFrame $frame): int => $frame->id(), $this->service(ShootRepository::class)->frames($this->shoot()));
        $this->fresh(ChangeStamps::class)->change($this->shoot(), $frames, StampChange::read(Fields::of($how)));
        $this->service(ChangeStamps::class)->write($this->shoot()->id(), static fn () => null, []);
    }

    private function settle(string $how): void
    {
        $frames = [$this->service(ShootRepository::class)->frames($this->shoot())[0]->id()];
        self::assertTrue($this->fresh(ChangeStamps::class)->write($this->shoot()->id(), static fn () => null, 'merge' === $how ? $frames : [], 'keep' === $how ? $frames : []));
    }

    /** @return array{string|null, string|null} of the first frame: what came to its file, and in words */
    private function found(): array
    {
        $stamp = $this->fresh(FramesPage::class)->frames($this->shoot())[0]->stamp;

        return [null === $stamp->note ? null : $stamp->found?->value, $stamp->note];
    }

    private function shoot(): Shoot
    {
        return $this->ledger()->getRepository(Shoot::class)->findAll()[0];
    }

    private function encodeAnew(string $file): void
    {
        $picture = imagecreatefromjpeg($file);
        self::assertNotFalse($picture);
        imagejpeg($picture, $file, 5);
    }

    /** The pixels, by another decoder than ours. */
    private static function picture(string $file): string
    {
        $picture = imagecreatefromjpeg($file);
        self::assertNotFalse($picture);
        ob_start();
        imagebmp($picture);

        return hash('xxh128', (string) ob_get_clean());
    }

    private static function rating(string $file): mixed
    {
        return ExifTool::tags($file, '-XMP:Rating')['Rating'] ?? null;
    }
}
