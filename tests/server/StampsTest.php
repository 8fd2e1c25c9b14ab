<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Doctrine\DBAL\Exception\DriverException;
use Doctrine\DBAL\Schema\Schema;
use Doctrine\ORM\EntityManagerInterface;
use PHPUnit\Framework\Attributes\TestWith;
use Psr\Log\NullLogger;
use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Tester\ApplicationTester;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Order\StationeryKind;
use VelvetLedger\Core\Plan\BodyClock;
use VelvetLedger\Core\Plan\ShootWish;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Shoot\ClockCorrection;
use VelvetLedger\Core\Shoot\Clocks;
use VelvetLedger\Core\Stamp\FrameStamp;
use VelvetLedger\Core\Stamp\StampChange;
use VelvetLedger\Core\Stamp\StampField;
use VelvetLedger\Core\Stamp\StampTexts;
use VelvetLedger\Server\Cards\CardReadings;
use VelvetLedger\Server\Clearance\CardClearance;
use VelvetLedger\Server\Copies\OwedSteps;
use VelvetLedger\Server\Intake\Plans;
use VelvetLedger\Server\Keeping\TakesBack;
use VelvetLedger\Server\Orders\Stationery;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Changes\StampChanges;
use VelvetLedger\Server\Persistence\Intakes\IntakeState;
use VelvetLedger\Server\Persistence\Intakes\ReceiptLine;
use VelvetLedger\Server\Persistence\Migrations\Version20261201020000;
use VelvetLedger\Server\Persistence\Shoots\LedgerFrame;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;
use VelvetLedger\Server\Stamps\ChangeStamps;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Tests\ExifTool;
use VelvetLedger\Tests\Stills;

/** Stamps through a whole ledger: at intake, and on what is held already; read back by ExifTool. */
final class StampsTest extends LedgerTestCase
{
    private const SLIP = ['creator' => 'Ada Tern; Ben Tallow', 'notice' => '© [year] Tern & Tallow', 'usageTerms' => 'No use without leave.', 'status' => 'copyrighted', 'mail' => 'desk@tern.example'];
    private const FOLDER = '/2026/2026-05-04/';

    protected function setUp(): void
    {
        parent::setUp();
        $this->drives('Bellows');
        $this->service(Stationery::class)->save(StationeryKind::Rights, 'Tern & Tallow', self::SLIP);
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09'));
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.ORW', Stills::raw('2026-05-04 21:14:09'));
    }

    public function testWhatComesInHasItsStampAndIsProvenWithIt(): void
    {
        $intake = $this->bringIn('CARD', self::stamping(['keywords' => [['places', 'Quillhaven'], ['lanterns']]]));
        self::assertSame([IntakeState::Done, '2 files on the card: 2 brought in and proven.'], [$intake->state(), $intake->summary()->sentence()]);
        self::assertSame(['2026-05-04_0001.jpg', '2026-05-04_0001.orw', '2026-05-04_0001.xmp', 'checksums.xxh128'], array_values(array_diff((array) scandir($this->at('Anvil')), ['.', '..'])));
        self::assertFileEquals($this->reader->path.'/CARD/DCIM/100ORREL/ORL_0001.ORW', $this->at('Anvil', '.orw'), 'a raw file is never changed');
        foreach (['.jpg' => 'ORL_0001.JPG', '.xmp' => 'ORL_0001.ORW'] as $ending => $was) {
            $tags = ExifTool::tags($this->at('Anvil', $ending));
            self::assertSame([['Ada Tern', 'Ben Tallow'], '© 2026 Tern & Tallow', 'No use without leave.', true, ['lanterns', 'places', 'Quillhaven'], $was], [$tags['Creator'], $tags['Rights'], $tags['UsageTerms'], $tags['Marked'], $tags['Subject'], $tags['PreservedFileName']], $ending);
            self::assertFileEquals($this->at('Anvil', $ending), $this->at('Bellows', $ending));
            self::assertSame('lang="x-default" © 2026 Tern & Tallow', $this->rights($ending));
        }
        self::assertSame('', (string) shell_exec('cd '.escapeshellarg($this->at('Bellows')).' && xxhsum -c --quiet checksums.xxh128 2>&1'));
        $plan = $this->fresh(Plans::class)->make($this->desk('CARD'), new Wishes());
        self::assertSame([1, 0], [$plan->totals->frames->held, $plan->totals->frames->toBringIn], 'stamped, it is known all the same');
        self::assertTrue($this->service(CardClearance::class)->of($this->card('CARD'))->mayBeFormatted, 'and clears the card');
    }

    /** Exiv2 takes a packet whole or not at all; sidecars of a while had a text's language where it is not to be. */
    public function testSidecarsThatStrictReadersRefuseAreWrittenAnew(): void
    {
        $this->bringIn('CARD', self::stamping([]));
        $early = strtr((string) file_get_contents($this->at('Anvil', '.xmp')), ['xml:lang' => 'rdf:lang']);
        foreach (['Anvil', 'Bellows'] as $drive) {
            file_put_contents($this->at($drive, '.xmp'), $early);
        }
        self::assertSame('', $this->rights('.xmp'));
        $database = $this->ledger()->getConnection();
        $database->executeStatement("UPDATE file SET checksum = :sum, bytes = :bytes WHERE ending = '.xmp'", ['sum' => hash('xxh128', $early), 'bytes' => \strlen($early)]);
        $database->executeStatement("UPDATE copy SET checksum = :sum WHERE path LIKE '%.xmp'", ['sum' => hash('xxh128', $early)]);
        $migration = new Version20261201020000($database, new NullLogger());
        $migration->up(new Schema());
        foreach ($migration->getSql() as $query) {
            $database->executeStatement($query->getStatement());
        }
        $this->ledger()->clear();
        $this->service(ChangeStamps::class)->write($this->shoot()->id(), static fn () => null, []);
        self::assertSame('lang="x-default" © 2026 Tern & Tallow', $this->rights('.xmp'));
        self::assertFileEquals($this->at('Anvil', '.xmp'), $this->at('Bellows', '.xmp'));
        self::assertNull($this->note());
        self::assertSame(array_fill(0, 6, 'proven'), $this->states());
    }

    /** A drone writes DNGs, and often nothing else: they are raws as any other, unless the order says that they are stamped inside; later changes go the same way. */
    #[TestWith([true])]
    #[TestWith([false])]
    public function testADngThatACameraWroteIsLeftAsItIsOrStampedInsideByOrder(bool $beside): void
    {
        $dng = $this->reader->put('DRONE/DCIM/100ORREL/ORL_0007.DNG', Stills::raw('2026-05-04 21:14:07', 7));
        $this->bringIn('DRONE', self::stamping($beside ? [] : ['dngSidecar' => false]));
        foreach ([null, 3] as $rating) {
            null === $rating ? null : $this->change(['rating' => $rating]);
            self::assertSame($beside ? ['.dng', '.xmp'] : ['.dng'], array_map(static fn (string $name): string => substr($name, 15), array_values(array_filter(FolderNames::in($this->at('Anvil')), static fn (string $name): bool => str_contains($name, '_0001')))));
            self::assertSame($beside, file_get_contents($dng) === file_get_contents($this->at('Anvil', '.dng')));
            $tags = ExifTool::tags($this->at('Anvil', $beside ? '.xmp' : '.dng'));
            self::assertSame([['Ada Tern', 'Ben Tallow'], $rating], [$tags['Creator'], $tags['Rating'] ?? null]);
        }
    }

    public function testAShootsOwnWordsAndACorrectedClockAreWritten(): void
    {
        $key = $this->service(Plans::class)->make($this->desk('CARD'), new Wishes())->shoots[0]->id;
        $clocks = new Clocks(array_fill_keys(array_map(static fn (BodyClock $clock): string => $clock->body, $this->service(Plans::class)->make($this->desk('CARD'), new Wishes())->clocks), ClockCorrection::by(3600)));
        $this->bringIn('CARD', new Wishes(self::stamping(['slip' => '', 'texts' => ['creator' => 'Cal']])->order, [$key => new ShootWish('Boats', texts: StampTexts::of(StampField::Event, 'Regatta'), keywords: [['boats']])], clocks: $clocks));
        $file = glob($this->store->path.'/Anvil/pictures/2026/*/*.jpg')[0] ?? '';
        $tags = ExifTool::tags($file);
        self::assertSame(['Cal', 'Regatta', 'boats', '2026:05:04 22:14:09', '2026:05:04 22:14:09', '2026:05:04 21:14:09', 3600], [$tags['Creator'], $tags['Event'], $tags['Subject'], $tags['DateTimeOriginal'], $tags['DateCreated'], $tags['CameraTime'], $tags['ClockCorrection']]);
        self::assertArrayNotHasKey('UsageTerms', $tags, 'no slip was asked for');
    }

    public function testASelectionIsChangedAtAllStoresAndTakenBack(): void
    {
        $this->bringIn('CARD', self::stamping([]));
        rename($this->store->path.'/Bellows', $this->store->path.'/.Bellows');
        $this->change(['texts' => ['event' => 'Regatta', 'usageTerms' => ''], 'add' => [['places', 'quay']], 'rating' => 4]);
        foreach (['.jpg', '.xmp'] as $ending) {
            $tags = ExifTool::tags($this->at('Anvil', $ending));
            self::assertSame(['Regatta', null, ['places', 'quay'], 4, '© 2026 Tern & Tallow'], [$tags['Event'], $tags['UsageTerms'] ?? null, $tags['Subject'], $tags['Rating'], $tags['Rights']]);
        }
        self::assertSame(['proven', 'proven', 'proven', 'owed', 'owed', 'proven'], $this->states(), 'the mirror is owed the change, not the raw');
        rename($this->store->path.'/.Bellows', $this->store->path.'/Bellows');
        self::assertSame(2, $this->service(OwedSteps::class)->all($this->mirror(), static fn () => null)?->made);
        self::assertFileEquals($this->at('Anvil', '.jpg'), $this->at('Bellows', '.jpg'));
        self::assertFileEquals($this->at('Anvil', '.xmp'), $this->at('Bellows', '.xmp'));
        $back = $this->service(TakesBack::class);
        self::assertSame('event, usage terms; 1 keyword added; stars', $back->last($this->shoot(), AskedBy::Page));
        $this->service(ChangeStamps::class)->write($this->shoot()->id(), static fn () => null, []);
        self::assertNull($back->last($this->shoot(), AskedBy::Page), 'once');
        self::assertArrayNotHasKey('Event', ExifTool::tags($this->at('Bellows', '.jpg')));
        self::assertSame('No use without leave.', ExifTool::tags($this->at('Bellows', '.xmp'))['UsageTerms']);
        self::assertSame(['proven', 'proven', 'proven', 'proven', 'proven', 'proven'], $this->states());
    }

    /** Stars given in the camera, and words of it, stand in a pair's JPEG alone with many bodies: they are seen on the desk, and carried into the raw's sidecar. */
    public function testWhatAPairsJpegSaysIsSaidOfTheFrame(): void
    {
        ExifTool::write('-XMP:Rating=4 -XMP-dc:Subject=lanterns', $this->reader->path.'/CARD/DCIM/100ORREL/ORL_0001.JPG');
        $frame = $this->service(CardReadings::class)->whole($this->card('CARD'))->frames[0];
        self::assertSame(['ORL_0001.ORW', 4, [['lanterns']]], [$frame->factsFrom?->name(), $frame->facts?->rating, $frame->facts?->remarks->keywords]);
        $this->bringIn('CARD', self::stamping([]));
        $tags = ExifTool::tags($this->at('Anvil', '.xmp'));
        self::assertSame([4, 'lanterns'], [$tags['Rating'] ?? null, $tags['Subject'] ?? null]);
    }

    /** Whoever is in the midst of a change of these frames keeps others from reading what they say until it is entered. */
    public function testTwoChangesAtOnceBothHaveTheirWay(): void
    {
        $this->bringIn('CARD', self::stamping([]));
        $other = Services::of(self::createKernel())->get(EntityManagerInterface::class)->getConnection();
        $changes = $this->service(StampChanges::class);
        $changes->enter(1, AskedBy::Page, 'four stars', [$this->frame()], function (FrameStamp $stamp, ?int $year) use ($other): FrameStamp {
            try {
                $other->fetchOne('SELECT 1 FROM frame WHERE id = ? FOR NO KEY UPDATE NOWAIT', [$this->frame()]);
                self::fail('another could read it');
            } catch (DriverException $locked) {
                self::assertSame('55P03', $locked->getSQLState()); // lock_not_available
            }

            return StampChange::read(Fields::of(['rating' => 4]))->of($stamp, $year);
        }, [], []);
        $this->change(['label' => 'Best']);
        self::assertSame([4, 'Best'], [ExifTool::tags($this->at('Anvil', '.xmp'))['Rating'], ExifTool::tags($this->at('Anvil', '.xmp'))['Label']]);
    }

    public function testWhatAnotherProgramChangedIsShownAndMergedOrLeft(): void
    {
        $this->bringIn('CARD', self::stamping([]));
        ExifTool::write('-XMP-dc:Subject+=theirs -XMP-xmp:Label=Green', $this->at('Anvil', '.xmp'));
        $theirs = file_get_contents($this->at('Anvil', '.xmp'));
        $this->change(['add' => [['ours']]]);
        self::assertSame($theirs, file_get_contents($this->at('Anvil', '.xmp')), 'never overwritten unasked');
        self::assertStringContainsString('2026-05-04_0001.xmp was changed by another program since. It was not touched.', (string) $this->note());
        self::assertSame('ours', ExifTool::tags($this->at('Anvil', '.jpg'))['Subject'], 'which keeps no other file from being stamped');
        $this->service(ChangeStamps::class)->write($this->shoot()->id(), static fn () => null, [$this->frame()]);
        self::assertNull($this->note());
        $tags = ExifTool::tags($this->at('Bellows', '.xmp'));
        self::assertSame([['theirs', 'ours'], 'Green', '© 2026 Tern & Tallow'], [$tags['Subject'], $tags['Label'], $tags['Rights']]);
        file_put_contents($this->at('Anvil', '.xmp'), '<x');
        $this->change(['rating' => 1]);
        self::assertStringContainsString('2026-05-04_0001.xmp was not stamped: what is written in it already is damaged', (string) $this->note());
        self::assertSame('<x', file_get_contents($this->at('Anvil', '.xmp')));
    }

    public function testCutOffBetweenTheDiskAndTheLedgerItGoesOn(): void
    {
        $this->bringIn('CARD', self::stamping([]));
        $before = (string) file_get_contents($this->at('Anvil', '.jpg'));
        $this->change(['rating' => 2]);
        $new = hash_file('xxh128', $this->at('Anvil', '.jpg'));
        // As it was when the main store had the new file and the ledger did not: before its row was written, and after the note of what is coming.
        $this->ledger()->getConnection()->executeStatement("UPDATE file SET checksum = ?, bytes = ?, coming = ?, stamp_revision = 1 WHERE ending = '.jpg'", [hash('xxh128', $before), \strlen($before), $new]);
        $this->ledger()->getConnection()->executeStatement('UPDATE frame SET restamp = true');
        file_put_contents($this->at('Bellows', '.jpg'), $before);
        $this->fresh(ChangeStamps::class)->write($this->shoot()->id(), static fn () => null, []);
        self::assertNull($this->note());
        self::assertSame([2, 2], [ExifTool::tags($this->at('Anvil', '.jpg'))['Rating'], ExifTool::tags($this->at('Bellows', '.jpg'))['Rating']]);
        self::assertSame('', (string) shell_exec('cd '.escapeshellarg($this->at('Bellows')).' && xxhsum -c --quiet checksums.xxh128 2>&1'));
        self::assertSame([0, 0, 0], $this->service(StampQueue::class)->sums($this->shoot()->id()));
    }

    public function testWhatWasSaidBeforeIntakeIsKnownShownAndCarriedOver(): void
    {
        $raw = $this->reader->path.'/CARD/DCIM/100ORREL/ORL_0001.ORW';
        rename($raw, $raw.'.tif');
        ExifTool::write('-XMP:Rating=3 -XMP:Label=Best -IFD0:Artist=Camera -XMP-dc:Subject=inside', $raw.'.tif');
        rename($raw.'.tif', $raw);
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0002.ORW', Stills::raw('2026-05-04 21:15:09', 2));
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0002.XMP', '<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" xmlns:xmp="http://ns.adobe.com/xap/1.0/" xmlns:o="http://other.example/" xmp:Rating="5" o:kept="yes"/></rdf:RDF></x:xmpmeta>');
        $this->bringIn('CARD', self::stamping(['slip' => '', 'keywords' => [['boats']]]));
        $tags = ExifTool::tags($this->at('Anvil', '.xmp'));
        self::assertSame([3, 'Best', 'Camera', ['boats', 'inside']], [$tags['Rating'], $tags['Label'], $tags['Creator'], $tags['Subject']], 'who reads the sidecar need not read the raw');
        $sidecar = (string) file_get_contents(str_replace('_0001', '_0002', $this->at('Anvil', '.xmp')));
        self::assertStringContainsString('o:kept="yes"', $sidecar);
        self::assertStringContainsString('>boats<', $sidecar);
        self::assertSame([[3, 'Best'], [5, null]], array_values(array_map(static fn (array $says): array => [$says['rating'], $says['label']], $this->service(StampQueue::class)->ofShoot($this->shoot()->id()))));
    }

    public function testWhatCannotBeStampedComesInAllTheSameAndSaysWhy(): void
    {
        $this->reader->put("CARD/DCIM/100ORREL/a;b'%d \$x.JPG", Stills::jpeg('2026-05-04 21:15:00', 2));
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0003.JPG', substr(Stills::jpeg('2026-05-04 21:16:00', 3), 0, -300));
        $packet = "http://ns.adobe.com/xap/1.0/\0<x:xmpmeta xmlns:x='adobe:ns:meta/'><rdf:RDF";
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0004.JPG', "\xFF\xD8\xFF\xE1".pack('n', \strlen($packet) + 2).$packet.substr(Stills::jpeg('2026-05-04 21:17:00', 4), 2));
        $this->bringIn('CARD', self::stamping([]));
        $reasons = [];
        foreach ($this->ledger()->getRepository(ReceiptLine::class)->findAll() as $line) {
            $reasons[basename($line->path)] = [$line->outcome()->value, $line->reason()];
        }
        self::assertSame(['brought in', ''], $reasons["a;b'%d \$x.JPG"]);
        self::assertSame('brought in', $reasons['ORL_0003.JPG'][0]);
        self::assertStringStartsWith('ORL_0003.JPG could not be stamped: the file ends at byte', $reasons['ORL_0003.JPG'][1]);
        self::assertStringStartsWith('ORL_0004.JPG was not stamped: what is written in it already is damaged', $reasons['ORL_0004.JPG'][1]);
        self::assertFileEquals($this->reader->path.'/CARD/DCIM/100ORREL/ORL_0004.JPG', str_replace('_0001', '_0004', $this->at('Anvil', '.jpg')), 'as the camera wrote it');
        self::assertSame('© 2026 Tern & Tallow', ExifTool::tags(str_replace('_0001', '_0002', $this->at('Anvil', '.jpg')))['Rights']);
    }

    public function testTheVocabularyIsChangedWithTheFramesThatBearItsWords(): void
    {
        $this->bringIn('CARD', self::stamping(['slip' => '', 'keywords' => [['places', 'quay'], ['boat']]]));
        $this->keywords(['what' => 'add', 'word' => 'boats']);
        $keywords = fn (): array => [$this->fresh(ChangeStamps::class)->write($this->shoot()->id(), static fn () => null, []), ExifTool::tags($this->at('Anvil', '.jpg'))['Subject'] ?? null];
        self::assertStringContainsString('1 frame is to be stamped anew', $this->keywords(['what' => 'rename', 'word' => 'places > quay', 'to' => 'north quay']));
        self::assertEqualsCanonicalizing(['places', 'north quay', 'boat'], $keywords()[1]);
        $this->keywords(['what' => 'merge', 'word' => 'boat', 'to' => 'boats']);
        $this->keywords(['what' => 'move', 'word' => 'boats', 'to' => 'places']);
        self::assertEqualsCanonicalizing(['boats', 'north quay', 'places'], $keywords()[1]);
        self::assertSame("places\n\tboats = boat\n\tnorth quay\n", $this->keywords([]));
        $this->keywords(['what' => 'drop', 'word' => 'places']);
        $keywords();
        self::assertArrayNotHasKey('Subject', ExifTool::tags($this->at('Anvil', '.jpg')));
        foreach ([['what' => 'drop', 'word' => 'nowhere'], ['what' => 'add', 'word' => 'a=b'], ['what' => 'sing', 'word' => 'x']] as $bad) {
            self::assertNotSame(0, $this->command('keywords', $bad)->getStatusCode());
        }
    }

    public function testTheCommandStampsAndSaysWhatDidNotWork(): void
    {
        $this->bringIn('CARD', self::stamping(['slip' => '']));
        self::assertSame(['2026-05-04_0001.jpg', '2026-05-04_0001.orw', 'checksums.xxh128'], array_values(array_diff((array) scandir($this->at('Anvil')), ['.', '..'])), 'nothing was asked for');
        $ran = $this->command('stamp', ['shoot' => '2026/2026-05-04', '--slip' => 'Tern & Tallow', '--set' => ['event=Regatta'], '--keyword' => ['places > quay'], '--rating' => '5', '--label' => 'Second']);
        self::assertSame([0, '0 frames are still to be stamped, 0 not as they should be.'], [$ran->getStatusCode(), trim($ran->getDisplay())]);
        $tags = ExifTool::tags($this->at('Bellows', '.xmp'));
        self::assertSame(['© 2026 Tern & Tallow', 'Regatta', 5, 'Second'], [$tags['Rights'], $tags['Event'], $tags['Rating'], $tags['Label']]);
        file_put_contents($this->at('Anvil', '.jpg'), 'x', \FILE_APPEND);
        $ran = $this->command('stamp', ['shoot' => '1', '--rating' => '1', '--json' => true]);
        self::assertSame(1, $ran->getStatusCode());
        self::assertStringContainsString('2026-05-04_0001.jpg was changed by another program since', $ran->getDisplay());
        self::assertNotSame(0, $this->command('stamp', ['shoot' => 'no/such', '--rating' => '1'])->getStatusCode());
    }

    public function testThePagesShowWhatFramesHaveInCommonAndWhereTheyDiffer(): void
    {
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0002.JPG', Stills::jpeg('2026-05-04 21:15:09', 2));
        $this->bringIn('CARD', self::stamping(['keywords' => [['boats']]]));
        $browser = $this->browser();
        $id = $this->shoot()->id();
        $ask = static function (string $path, mixed $body = null) use ($browser): array {
            $browser->jsonRequest(null === $body ? 'GET' : 'POST', $path, \is_array($body) ? $body : []);

            return [$browser->getResponse()->getStatusCode(), json_decode((string) $browser->getResponse()->getContent(), true)];
        };
        $frames = array_map(static fn (LedgerFrame $frame): int => $frame->id(), $this->ledger()->getRepository(LedgerFrame::class)->findAll());
        self::assertSame([200, ['frames' => 1]], $ask("/api/shoots/$id/stamps", ['frames' => [$frames[0]], 'texts' => ['event' => 'Regatta'], 'add' => ['quay'], 'rating' => 2]));
        [, $common] = $ask("/api/shoots/$id/stamps/common", ['frames' => $frames]);
        self::assertIsArray($common);
        $fields = array_combine(array_filter(self::each($common['fields'], 'field'), \is_string(...)), self::each($common['fields'], 'text'));
        self::assertSame([2, 'Ada Tern; Ben Tallow', null, null, true], [$common['frames'], $fields['creator'], $fields['event'], $common['rating'], $common['ratingDiffers']]);
        self::assertSame([[['boats'], 2], [['quay'], 1]], array_map(null, self::each($common['keywords'], 'path'), self::each($common['keywords'], 'frames')));
        [, $state] = $ask("/api/shoots/$id/stamps");
        self::assertSame(['waiting' => 1, 'noted' => 0, 'left' => 0, 'canTakeBack' => 'event; 1 keyword added; stars', 'changed' => 1, 'withoutRights' => [], 'slip' => 'Tern & Tallow'], $state);
        [, $found] = $ask('/api/keywords/completing?typed=qu');
        self::assertSame([['quay']], self::each($found, 'path'));
        self::assertSame([400, 404, 400], [$ask("/api/shoots/$id/stamps", ['frames' => []])[0], $ask("/api/shoots/$id/stamps", ['frames' => $frames, 'slip' => 'none such'])[0], $ask("/api/shoots/$id/stamps", ['frames' => $frames, 'texts' => ['status' => 'mine']])[0]]);
    }

    /** @return list<mixed> */
    private static function each(mixed $list, string $key): array
    {
        return array_map(static fn (mixed $one): mixed => \is_array($one) ? $one[$key] ?? null : null, \is_array($list) ? array_values($list) : []);
    }

    /** As Exiv2 reads them, main store. */
    private function rights(string $ending): string
    {
        return rtrim((string) shell_exec('exiv2 -q -Pv -K Xmp.dc.rights '.escapeshellarg($this->at('Anvil', $ending)).' 2>/dev/null'));
    }

    private function at(string $drive, string $ending = ''): string
    {
        return $this->store->path."/$drive/pictures".self::FOLDER.('' === $ending ? '' : '2026-05-04_0001'.$ending);
    }

    /** @param array<string, mixed> $how */
    private function change(array $how): void
    {
        $stamps = $this->fresh(ChangeStamps::class);
        self::assertSame(1, $stamps->change($this->shoot(), [$this->frame(), 999_999], StampChange::read(Fields::of($how))));
        self::assertTrue($stamps->write($this->shoot()->id(), static fn () => null, []));
    }

    private function shoot(): Shoot
    {
        return $this->ledger()->getRepository(Shoot::class)->findAll()[0];
    }

    private function frame(): int
    {
        return $this->ledger()->getRepository(LedgerFrame::class)->findAll()[0]->id();
    }

    private function note(): ?string
    {
        return array_values($this->service(StampQueue::class)->ofShoot($this->shoot()->id()))[0]['note'];
    }

    private function mirror(): int
    {
        return $this->service(Stores::class)->all()[1]->id();
    }

    /** @return list<mixed> Anvil's copies, then those of Bellows: JPEG, raw, sidecar */
    private function states(): array
    {
        return $this->ledger()->getConnection()->fetchFirstColumn("SELECT c.state FROM copy c JOIN file f ON f.id = c.file_id ORDER BY c.store_id, f.ending = '.orw', f.ending");
    }

    /** @param array<string, mixed> $input */
    private function keywords(array $input): string
    {
        $ran = $this->command('keywords', $input);
        self::assertSame(0, $ran->getStatusCode(), $ran->getDisplay());

        return $ran->getDisplay();
    }

    /** @param array<string, mixed> $input */
    private function command(string $verb, array $input): ApplicationTester
    {
        self::ensureKernelShutdown();
        $application = new Application(self::bootKernel());
        $application->setAutoExit(false);
        $tester = new ApplicationTester($application);
        $tester->run(['command' => $verb] + $input);

        return $tester;
    }

    /** @param array<string, mixed> $stamps */
    private static function stamping(array $stamps): Wishes
    {
        return new Wishes(OrderDocument::read(['stamps' => $stamps] + OrderDocument::of(StandingOrder::byTheDay())));
    }
}
