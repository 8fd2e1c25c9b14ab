<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Symfony\Component\Process\Process;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Plan\ShootWish;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Core\Transfer\ChecksumList;
use VelvetLedger\Server\Intake\CouldNotBegin;
use VelvetLedger\Server\Persistence\Copies\Copy;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\IntakeState;
use VelvetLedger\Server\Persistence\Intakes\ReceiptLine;
use VelvetLedger\Tests\Stills;

final class IntakeTest extends LedgerTestCase
{
    public function testACardBecomesAShootFolderAndEveryFileHasALine(): void
    {
        $names = ['ORL_0001.JPG', 'with space.JPG', "it's \"quoted\".JPG", "new\nline.JPG", '-rf.JPG', 'Möwe über Wasser.JPG', "latin \xE9.JPG"];
        foreach ($names as $i => $name) {
            $this->reader->put('CARD/DCIM/100ORREL/'.$name, Stills::jpeg('2026-05-04 21:14:0'.$i, $i), 1_777_000_000 + $i);
        }
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0009.JPG', str_repeat("\0", 9000));
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0010.MOV', 'clip');
        $before = self::tree($this->reader->path);
        $intake = $this->bringIn('CARD', new Wishes(shoots: ['2026-05-04' => new ShootWish('lantern boats')]));

        self::assertSame(IntakeState::Done, $intake->state());
        $lines = $this->lines();
        self::assertCount(9, $lines);
        self::assertSame(7, \count(array_filter($lines, static fn (ReceiptLine $line): bool => Outcome::BroughtIn === $line->outcome() && null !== $line->provenAt())));
        $folder = $this->store->path.'/2026/2026-05-04 lantern boats';
        foreach ($names as $i => $name) {
            $copy = \sprintf('%s/2026-05-04_lantern-boats_%04d.jpg', $folder, $i + 1);
            self::assertFileEquals($this->reader->path.'/CARD/DCIM/100ORREL/'.$name, $copy);
            self::assertSame(1_777_000_000 + $i, filemtime($copy));
        }
        self::assertCount(8, FolderNames::in($folder), 'seven frames and their list of checksums');
        self::assertSame(0, (new Process(['xxhsum', '-c', '--quiet', ChecksumList::XXH128], $folder))->run(), 'as the reference program verifies it: xxhsum of Debian\'s xxhash');
        self::assertSame($before, self::tree($this->reader->path), 'the card is never written to');
        $reasons = array_column(array_map(static fn (ReceiptLine $line): array => [$line->path, $line->reason()], $lines), 1, 0);
        self::assertSame(['it starts with nothing but zeros, as a damaged card returns them', 'moving picture'], [$reasons['DCIM/100ORREL/ORL_0009.JPG'], $reasons['DCIM/100ORREL/ORL_0010.MOV']]);
        self::assertStringContainsString('7 brought in and proven', $this->ledger()->getRepository(DayBookEntry::class)->findBy([], ['id' => 'DESC'])[0]->entry);
    }

    public function testAHeldFrameBroughtInAgainTakesAnotherNameAndOverwritesNothing(): void
    {
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09'));
        $this->bringIn('CARD');
        $again = (string) $this->lines()[0]->frameKey;
        $this->bringIn('CARD', new Wishes(broughtAgain: [$again]));
        $copies = array_map(static fn (Copy $copy): string => $copy->path(), $this->ledger()->getRepository(Copy::class)->findBy([], ['id' => 'ASC']));
        self::assertSame(['2026/2026-05-04/2026-05-04_0001.jpg', '2026/2026-05-04/2026-05-04_0002.jpg'], $copies);
    }

    public function testAFileThatTookTheNameMeanwhileFailsThatLineOnlyAndCanBeTriedAgain(): void
    {
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09', 1));
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0002.JPG', Stills::jpeg('2026-05-04 21:14:19', 2));
        $intake = $this->start('CARD');
        $squatter = $this->store->put('2026/2026-05-04/2026-05-04_0001.jpg', 'somebody else');
        $this->bringOn($intake->id());
        self::assertSame([Outcome::Failed, Outcome::BroughtIn], $this->outcomes());
        self::assertSame('somebody else', file_get_contents($squatter));
        unlink($squatter);
        $browser = $this->browser();
        $browser->request('POST', '/api/receipts/1/continue');
        $this->bringOn(1);
        self::assertSame([Outcome::BroughtIn, Outcome::BroughtIn], $this->outcomes());
    }

    public function testARunCutOffAfterNamingAFileAdoptsIt(): void
    {
        $bytes = Stills::jpeg('2026-05-04 21:14:09');
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', $bytes);
        $intake = $this->start('CARD');
        $this->store->put('2026/2026-05-04/2026-05-04_0001.jpg', $bytes);
        $this->store->put('2026/2026-05-04/.2026-05-04_0001.jpg.part', 'half');
        $this->bringOn($intake->id());
        self::assertSame([Outcome::BroughtIn], $this->outcomes());
        self::assertSame(hash('xxh128', $bytes), $this->lines()[0]->checksum());
    }

    public function testACardPulledOutOrAStoreGoneStopsAndGoesOnLater(): void
    {
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09', 1));
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0002.JPG', Stills::jpeg('2026-05-04 21:14:19', 2));
        $intake = $this->start('CARD');
        rename($this->reader->path.'/CARD', $this->reader->path.'/.pulled');
        self::assertStringContainsString('left its reader', (string) $this->bringOn($intake->id())->stoppedBecause());
        rename($this->reader->path.'/.pulled', $this->reader->path.'/CARD');
        $mark = (string) file_get_contents($this->store->path.'/.velvet-ledger-store');
        unlink($this->store->path.'/.velvet-ledger-store');
        self::assertStringContainsString('Attach its drive', (string) $this->goOn($intake->id())->stoppedBecause());
        self::assertSame([], FolderNames::in($this->store->path), 'nothing is written where the drive should be');
        $this->store->put('.velvet-ledger-store', $mark);
        self::assertSame(IntakeState::Done, $this->goOn($intake->id())->state());
        self::assertSame([Outcome::BroughtIn, Outcome::BroughtIn], $this->outcomes());
    }

    public function testWhatCannotBeginSaysWhyAndLeavesNoReceipt(): void
    {
        mkdir($this->reader->path.'/EMPTY/DCIM', 0o777, true);
        try {
            $this->start('EMPTY');
            self::fail('an empty card began');
        } catch (CouldNotBegin $refused) {
            self::assertStringContainsString('nothing to bring in', $refused->getMessage());
        }
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09'));
        self::bootKernel();
        $this->start('CARD');
        try {
            $this->start('CARD');
            self::fail('one card began twice');
        } catch (CouldNotBegin $refused) {
            self::assertStringContainsString('Receipt 1 is still being written', $refused->getMessage());
        }
        self::bootKernel();
        self::assertSame(1, $this->ledger()->getRepository(Intake::class)->count([]));
    }

    public function testTheDayBookIsNeverChanged(): void
    {
        $this->ledger()->persist(DayBookEntry::ofOrder('The standing order "By the day" was saved.'));
        $this->ledger()->flush();
        $this->expectExceptionMessageMatches('/added, never changed/');
        $this->ledger()->getConnection()->executeStatement("UPDATE day_book_entry SET entry = 'nothing happened'");
    }

    /** @return array<string, string> path => size, time and content */
    private static function tree(string $root): array
    {
        $tree = [];
        foreach (new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($root, \FilesystemIterator::SKIP_DOTS), \RecursiveIteratorIterator::SELF_FIRST) as $file) {
            \assert($file instanceof \SplFileInfo);
            $tree[$file->getPathname()] = $file->getMTime().' '.($file->isFile() ? hash_file('xxh128', $file->getPathname()) : 'folder');
        }

        return $tree;
    }
}
