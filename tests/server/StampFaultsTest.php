<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Order\StationeryKind;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Stamp\BeginsPictures;
use VelvetLedger\Core\Stamp\BegunPicture;
use VelvetLedger\Core\Stamp\Embedding;
use VelvetLedger\Core\Stamp\PictureOrder;
use VelvetLedger\Core\Stamp\Stamp;
use VelvetLedger\Core\Stamp\StampChange;
use VelvetLedger\Core\Stamp\StampField;
use VelvetLedger\Core\Stamp\StampsXmp;
use VelvetLedger\Core\Stamp\StampTexts;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Server\Clearance\CardClearance;
use VelvetLedger\Server\Copies\Mending;
use VelvetLedger\Server\Copies\OwedSteps;
use VelvetLedger\Server\Intake\Interrupted;
use VelvetLedger\Server\Intake\Plans;
use VelvetLedger\Server\Orders\Stationery;
use VelvetLedger\Server\Pages\StampsOfPlan;
use VelvetLedger\Server\Persistence\Copies\CopyRepository;
use VelvetLedger\Server\Persistence\Copies\Finding;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\Intakes\IntakeState;
use VelvetLedger\Server\Persistence\Shoots\LedgerFrame;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\Stamps\ChangeStamps;
use VelvetLedger\Server\Stamps\Restamping;
use VelvetLedger\Server\Stamps\Scratch;
use VelvetLedger\Server\Stores\ChangeStores;
use VelvetLedger\Server\Stores\FramePictures;
use VelvetLedger\Server\Stores\StoreAbsent;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Tools\BeginsPicturesBeside;
use VelvetLedger\Server\Tools\EmbedsWithExifTool;
use VelvetLedger\Server\Tools\IptcNamesOfExifTool;
use VelvetLedger\Server\Tools\PageCache;
use VelvetLedger\Tests\ExifTool;
use VelvetLedger\Tests\Stills;

/** Stamps where something is in the way: cut off, a drive that left, a file of somebody else's, a tool that dies. */
final class StampFaultsTest extends LedgerTestCase
{
    private const FRAMES = 6;

    protected function setUp(): void
    {
        parent::setUp();
        $this->drives('Bellows');
        for ($number = 1; $number <= self::FRAMES; ++$number) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$number.JPG", Stills::jpeg("2026-05-04 21:14:0$number", $number));
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$number.ORW", Stills::raw("2026-05-04 21:14:0$number", $number));
        }
    }

    public function testCutOffAnywhereAnIntakeGoesOnAndAllIsStampedOnce(): void
    {
        $intake = $this->start('CARD', self::stamping(['texts' => ['creator' => 'Ada Tern']]))->id();
        $this->secondsPass();
        $cuts = 0;
        for ($after = 1; $after <= 4; ++$after) {
            try {
                $told = 0;
                $this->bringOn($intake, static function () use (&$told, $after): void {
                    if (++$told > $after) {
                        throw Interrupted::bySignal(15);
                    }
                });
            } catch (Interrupted) {
                ++$cuts;
            }
        }
        self::assertSame(4, $cuts);
        $done = $this->bringOn($intake);
        self::assertSame([IntakeState::Done, '12 files on the card: 12 brought in and proven.'], [$done->state(), $done->summary()->sentence()]);
        $this->write();
        self::assertCount(3 * self::FRAMES + 1, $this->names('Anvil'), 'a picture, a raw and a sidecar of each, and the list');
        self::assertSame($this->names('Anvil'), $this->names('Bellows'));
        self::assertSame(array_fill(0, 2 * self::FRAMES, 'Ada Tern'), $this->creators('Anvil'));
        self::assertSame('', (string) shell_exec('cd '.escapeshellarg($this->at('Bellows')).' && xxhsum -c --quiet checksums.xxh128 2>&1'));
        self::assertTrue($this->service(CardClearance::class)->of($this->card('CARD'))->mayBeFormatted);
    }

    public function testASecondProcessBeginsPicturesAndWhereItIsKilledTheyAreBegunHere(): void
    {
        $orders = [];
        foreach (['ordinary' => Stills::jpeg('2026-05-04 21:14:00', 1), 'no picture' => 'no picture', "two\nlines" => Stills::jpeg('2026-05-04 21:14:00', 2), 'gone' => 'gone'] as $name => $bytes) {
            $path = $this->reader->put('CARD/'.$name.'.jpg', $bytes);
            $orders[] = new PictureOrder(\count($orders), new SourceFile($path, \strlen($bytes), (int) filemtime($path)), $this->store->path.'/f'.\count($orders), $this->store->path.'/t'.\count($orders), new Stamp(StampTexts::of(StampField::Creator, 'Ada Tern')), true);
        }
        unlink($this->reader->path.'/CARD/gone.jpg');
        $beside = new BeginsPicturesBeside(new BeginsPictures(new StampsXmp(new IptcNamesOfExifTool()), new PageCache()));
        // As it is, and with the process killed when it has answered once.
        foreach ([false, true] as $killed) {
            array_map($beside->ask(...), $orders);
            $came = $beside->answers(true);
            if ($killed) {
                posix_kill(self::processBeside(), \SIGKILL);
            }
            while (\count($came) < 4) {
                $came += $beside->answers(true);
            }
            ksort($came);
            self::assertSame([true, false, true, false], array_map(static fn (BegunPicture $begun): bool => $begun->isStamped, array_values($came)));
            self::assertSame([[0, hash_file('xxh128', $orders[0]->source->path)], [2, hash_file('xxh128', $orders[2]->source->path)]], array_map(static fn (int $name): array => [$name, $came[$name]->read?->checksum], [0, 2]));
            self::assertSame('Ada Tern', ExifTool::tags($orders[2]->to)['Creator'] ?? null);
            self::assertStringContainsString('no picture.jpg', (string) $came[1]->refused);
            self::assertStringContainsString('gone.jpg could not be opened on the card', (string) $came[3]->unread);
            self::assertFileDoesNotExist($orders[1]->to);
            self::assertSame([], $beside->answers(true), 'each once');
            array_map(static fn (BegunPicture $begun): bool => @unlink((string) $begun->path), $came);
            array_map(static fn (PictureOrder $order) => $order->discard(), $orders);
        }
        self::assertSame(['.velvet-ledger-store', 'Anvil', 'Bellows'], FolderNames::in($this->store->path), 'nothing else is left');
    }

    public function testWithTheSecondProcessKilledUnderItAnIntakeIsAsNeverCut(): void
    {
        $killed = 0;
        $intake = $this->start('CARD', self::stamping(['texts' => ['creator' => 'Ada Tern']]))->id();
        $this->secondsPass();
        $done = $this->bringOn($intake, static function () use (&$killed): void {
            $killed += 0 !== self::processBeside() && posix_kill(self::processBeside(), \SIGKILL) ? 1 : 0;
        });
        self::assertGreaterThan(0, $killed);
        self::assertSame('12 files on the card: 12 brought in and proven.', $done->summary()->sentence());
        self::assertSame(array_fill(0, 2 * self::FRAMES, 'Ada Tern'), $this->creators('Bellows'));
        self::assertSame([], $this->service(StampQueue::class)->shoots());
    }

    public function testWithoutTheMainStoreNothingIsLostAndItIsDoneWhenItIsBack(): void
    {
        $this->bringIn('CARD');
        $this->change(['texts' => ['creator' => 'Ada Tern']]);
        rename($this->store->path.'/Anvil', $this->store->path.'/.Anvil');
        try {
            $this->write();
            self::fail('there was nothing to write to');
        } catch (StoreAbsent) {
            self::assertSame([self::FRAMES, 0, 0], $this->service(StampQueue::class)->sums($this->shoot()->id()));
            self::assertSame([$this->shoot()->id()], $this->service(StampQueue::class)->shoots(), 'an idle worker finds it');
        }
        rename($this->store->path.'/.Anvil', $this->store->path.'/Anvil');
        $this->write();
        self::assertSame(array_fill(0, 2 * self::FRAMES, 'Ada Tern'), $this->creators('Bellows'));
        self::assertSame([], $this->service(StampQueue::class)->shoots());
    }

    public function testWhatCouldNotBeStampedHasItsReasonAndALineInTheLog(): void
    {
        $this->bringIn('CARD');
        $this->change(['rating' => 3]);
        foreach (['Anvil', 'Bellows'] as $drive) {
            unlink($this->at($drive).'2026-05-04_0001.jpg');
        }
        $this->write();
        $said = array_values(array_filter($this->column('SELECT stamp_note FROM frame ORDER BY id'), \is_string(...)));
        self::assertCount(1, $said);
        self::assertStringContainsString('2026-05-04_0001.jpg could not be stamped: it is not where the ledger has it', $said[0]);
        $logged = implode('', array_map(file_get_contents(...), array_filter((array) glob(self::$kernel?->getLogDir().'/ledger-*.log'), \is_string(...))));
        self::assertMatchesRegularExpression('/Frame \d+ was not stamped: .*2026-05-04_0001\.jpg could not be stamped: it is not where the ledger has it/', $logged);
    }

    public function testEndedBetweenFramesItGoesOnWhereItWas(): void
    {
        $this->bringIn('CARD');
        $this->change(['rating' => 3]);
        try {
            $this->fresh(Restamping::class)->shoot($this->shoot()->id(), static fn () => throw Interrupted::bySignal(15));
            self::fail('it was ended');
        } catch (Interrupted) {
            self::assertSame([self::FRAMES, 0, 0], $this->service(StampQueue::class)->sums($this->shoot()->id()));
        }
        // One who was killed in the midst of writing leaves this; a link in its place leads nowhere.
        foreach (['Anvil', 'Bellows'] as $drive) {
            file_put_contents($this->at($drive).'.2026-05-04_0001.xmp.s1-1.part', 'half of a si');
            symlink('/nowhere/else', $this->at($drive).'.2026-05-04_0002.jpg.s1-1.part');
        }
        $this->write();
        self::assertSame([0, 0, 0], $this->service(StampQueue::class)->sums($this->shoot()->id()));
        self::assertSame([[], []], [glob($this->at('Anvil').'.*.part'), glob($this->at('Bellows').'.*.part')]);
    }

    public function testOneProcessAtATimeStampsAShoot(): void
    {
        $this->bringIn('CARD');
        $this->change(['rating' => 3]);
        $other = new \PDO(...self::connection());
        self::assertNotFalse($other->query('SELECT pg_advisory_lock(7405, '.$this->shoot()->id().')'));
        self::assertNull($this->service(Restamping::class)->shoot($this->shoot()->id(), static fn () => null), 'it is told that another is at it');
        $other->query('SELECT pg_advisory_unlock_all()');
        self::assertSame([self::FRAMES, 0], $this->service(Restamping::class)->shoot($this->shoot()->id(), static fn () => null));
    }

    public function testASidecarThatStoodThereBeforeIsNotOurs(): void
    {
        $this->bringIn('CARD');
        foreach (['Anvil', 'Bellows'] as $drive) {
            file_put_contents($this->at($drive).'2026-05-04_0001.xmp', '<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" xmlns:o="http://other.example/" o:by="an editor"/></rdf:RDF></x:xmpmeta>');
        }
        $this->change(['rating' => 3]);
        $this->write();
        self::assertSame([0, 1, 0], $this->service(StampQueue::class)->sums($this->shoot()->id()));
        self::assertStringNotContainsString('Rating', (string) file_get_contents($this->at('Anvil').'2026-05-04_0001.xmp'));
        $this->fresh(ChangeStamps::class)->write($this->shoot()->id(), static fn () => null, array_map(static fn (LedgerFrame $frame): int => $frame->id(), $this->frames()));
        self::assertSame([0, 0, 0], $this->service(StampQueue::class)->sums($this->shoot()->id()));
        foreach (['o:by="an editor"', '>3<'] as $both) {
            self::assertStringContainsString($both, (string) file_get_contents($this->at('Bellows').'2026-05-04_0001.xmp'));
        }
    }

    public function testADamagedCopyOnAMirrorIsNotStampedOver(): void
    {
        $this->bringIn('CARD');
        file_put_contents($this->at('Bellows').'2026-05-04_0001.jpg', 'rot', \FILE_APPEND);
        $this->change(['rating' => 3]);
        $this->write();
        self::assertStringEndsWith('rot', (string) file_get_contents($this->at('Bellows').'2026-05-04_0001.jpg'));
        self::assertSame([['differs', '2026-05-04_0001.jpg was changed by another program since. It was not touched']], array_map(static fn (array $row): array => [$row['state'], preg_replace('#^.*/#', '', \is_string($row['because']) ? $row['because'] : '')], $this->ledger()->getConnection()->fetchAllAssociative("SELECT state, because FROM copy WHERE state <> 'proven'")));
        self::assertSame(3, ExifTool::tags($this->at('Anvil').'2026-05-04_0001.jpg')['Rating'] ?? null);
        [$bad] = $this->service(CopyRepository::class)->bad();
        $this->ledger()->getConnection()->executeStatement('UPDATE file SET bytes = bytes + 1000000000000000 WHERE id = ?', [$bad->file]);
        try {
            $this->fresh(Mending::class)->mend($bad->id);
            self::fail('there is no room for it');
        } catch (StoreAbsent $full) {
            self::assertStringEndsWith('rot', (string) file_get_contents($this->at('Bellows').'2026-05-04_0001.jpg'), 'better a bad copy than none: '.$full->getMessage());
        }
        $this->ledger()->getConnection()->executeStatement('UPDATE file SET bytes = bytes - 1000000000000000 WHERE id = ?', [$bad->file]);
        $this->fresh(Mending::class)->mend($bad->id);
        self::assertSame([], $this->column("SELECT path FROM copy WHERE state <> 'proven'"));
        self::assertFileEquals($this->at('Anvil').'2026-05-04_0001.jpg', $this->at('Bellows').'2026-05-04_0001.jpg');
    }

    /** It was proven once, and is owed a change: what was proven stays so, and is owed again when the store is. */
    public function testAStoreThatIsOwedAChangeCanBeUsedNoMoreAndAgain(): void
    {
        $this->bringIn('CARD');
        $this->drivesAway('Bellows');
        $this->change(['rating' => 3]);
        $this->write();
        $states = fn (): array => $this->column("SELECT state FROM copy WHERE path LIKE '%_0001.jpg' ORDER BY id");
        self::assertSame(['proven', 'owed'], $states());
        $role = fn (StoreRole $role) => $this->fresh(ChangeStores::class)->role($this->service(Stores::class)->find(2), $role);
        $role(StoreRole::Former);
        self::assertSame(['proven', 'proven'], $states());
        $this->drivesBack('Bellows');
        $role(StoreRole::Mirror);
        self::assertSame(['proven', 'owed'], $states());
        self::assertSame(0, $this->fresh(OwedSteps::class)->all(2, static fn (int $bytes) => null)?->left);
        self::assertFileEquals($this->at('Anvil').'2026-05-04_0001.jpg', $this->at('Bellows').'2026-05-04_0001.jpg');
    }

    /** A proof that was read while the file was stamped anew says nothing of the file as it is now, and is none. */
    public function testAProofOfWhatTheFileWasIsNone(): void
    {
        $this->bringIn('CARD');
        $copies = $this->service(CopyRepository::class);
        [$copy] = $copies->toProve(1, null, null, 0, 1);
        $proofs = fn (): int => \count($this->column("SELECT id FROM proof WHERE copy_id = $copy->id"));
        $before = $proofs();
        $this->ledger()->getConnection()->executeStatement("UPDATE file SET coming = 'what it is about to be' WHERE id = ?", [$copy->file]);
        $copies->enter([Finding::differs($copy->id, 'what it is about to be', 'its bytes are not those of the ledger'), Finding::proven($copy->id, 'what it was before')]);
        self::assertSame($before, $proofs());
        $copies->enter([Finding::proven($copy->id, $copy->checksum)]);
        self::assertSame($before + 1, $proofs());
    }

    public function testACopyThatAProofFoundChangedIsMergedWithWhereThatIsAskedFor(): void
    {
        $this->bringIn('CARD');
        ExifTool::write('-XMP-xmp:Label=Theirs', $this->at('Anvil').'2026-05-04_0001.jpg');
        $this->ledger()->getConnection()->executeStatement("UPDATE copy SET state = 'differs' WHERE path LIKE '%_0001.jpg' AND store_id = 1");
        $this->change(['rating' => 3]);
        $this->write();
        self::assertSame([0, 1, 0], $this->service(StampQueue::class)->sums($this->shoot()->id()));
        $this->fresh(ChangeStamps::class)->write($this->shoot()->id(), static fn () => null, [$this->frames()[0]->id()]);
        self::assertSame([0, 0, 0], $this->service(StampQueue::class)->sums($this->shoot()->id()));
        foreach (['Anvil', 'Bellows'] as $drive) {
            $tags = ExifTool::tags($this->at($drive).'2026-05-04_0001.jpg');
            self::assertSame(['Theirs', 3], [$tags['Label'] ?? null, $tags['Rating'] ?? null], $drive);
        }
        self::assertSame([], $this->ledger()->getConnection()->fetchFirstColumn("SELECT path FROM copy WHERE state <> 'proven'"));
    }

    public function testJpegsThatAreToStayAsTheyAreGetASidecar(): void
    {
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0009.JPG', Stills::jpeg('2026-05-04 21:14:09', 9));
        $this->bringIn('CARD', self::stamping(['texts' => ['creator' => 'Ada Tern'], 'jpegSidecar' => true]));
        self::assertFileEquals($this->reader->path.'/CARD/DCIM/100ORREL/ORL_0001.JPG', $this->at('Anvil').'2026-05-04_0001.jpg');
        self::assertCount(self::FRAMES + 1, array_filter($this->names('Anvil'), static fn (string $name): bool => str_ends_with($name, '.xmp')), 'one a frame');
        self::assertSame('ORL_0009.JPG', ExifTool::tags($this->at('Anvil').'2026-05-04_0007.xmp')['PreservedFileName'] ?? null);
    }

    public function testReadTwiceACardThatReadsTwoWaysGivesNothingStamped(): void
    {
        $this->bringIn('CARD', new Wishes(OrderDocument::read(['copies' => ['number' => 2, 'readTwice' => true, 'sha256' => true], 'stamps' => ['texts' => ['creator' => 'Ada Tern']]] + OrderDocument::of(StandingOrder::byTheDay()))));
        self::assertSame(array_fill(0, 2 * self::FRAMES, 'Ada Tern'), $this->creators('Anvil'));
        $this->change(['rating' => 1]);
        $this->write();
        self::assertSame('', (string) shell_exec('cd '.escapeshellarg($this->at('Anvil')).' && sha256sum -c --quiet checksums.sha256 2>&1'), 'the list of SHA-256 is renewed, too');
    }

    public function testTheDeskSaysWhichSlipAppliesAndThatOneIsGone(): void
    {
        $sample = $this->sample(...);
        self::assertSame([null, null, []], [$sample([])['slip'], $sample([])['notThere'], $sample([])['says']]);
        $this->service(Stationery::class)->save(StationeryKind::Rights, 'Studio', ['notice' => '© [year] Studio', 'credit' => str_repeat('c', 40)]);
        $said = $sample(['keywords' => [['boats']]]);
        self::assertSame(['Studio', [['boats']]], [$said['slip'], $said['keywords']], 'the first slip is the default');
        self::assertStringContainsString('2026 Studio', (string) json_encode($said['says'], \JSON_UNESCAPED_UNICODE));
        self::assertStringContainsString('that holds \"cccccccccccccccccccccccccccccccc\"', (string) json_encode($said['limits']));
        self::assertSame('Elsewhere', $sample(['slip' => 'Elsewhere'])['notThere']);
        self::assertNull($sample(['slip' => ''])['slip']);
        $this->service(Stationery::class)->drop(StationeryKind::Rights, 'Studio');
        $this->bringIn('CARD', self::stamping(['slip' => 'Studio']));
        self::assertCount(2 * self::FRAMES + 1, $this->names('Anvil'), 'of a slip that is gone nothing is written, and all comes in');
    }

    public function testPicturesOfStampedFilesAreFoundWhereTheyLieNow(): void
    {
        $this->bringIn('CARD', self::stamping(['texts' => ['usageTerms' => str_repeat('terms ', 300)]]));
        foreach ($this->frames() as $frame) {
            self::assertNotFalse(getimagesizefromstring($this->service(FramePictures::class)->of($frame->id(), 160)));
        }
    }

    public function testAToolThatDiesIsStartedAgainAndLeavesNothing(): void
    {
        $embeds = new EmbedsWithExifTool();
        $prepared = fn (int $number): Embedding => Embedding::prepare(new StampsXmp(new IptcNamesOfExifTool()), $this->reader->path."/CARD/DCIM/100ORREL/ORL_000$number.JPG", $this->store->path."/$number.jpg", new Stamp(StampTexts::of(StampField::Creator, 'Ada')));
        $embeds->ask(1, $prepared(1));
        self::assertSame([1 => null], $embeds->answers());
        shell_exec('pkill -KILL -P '.getmypid().' -f "exiftool -stay_open"');
        usleep(200_000);
        $embeds->ask(2, $prepared(2));
        $failed = $embeds->answers()[2] ?? null;
        $embeds->ask(3, $prepared(3));
        self::assertSame([3 => null], $embeds->answers());
        self::assertSame([true, null === $failed, true], array_map(fn (int $number): bool => is_file($this->store->path."/$number.jpg"), [1, 2, 3]));
        unset($embeds);
        self::assertSame([], glob(sys_get_temp_dir().'/velvet-stamps-'.getmypid().'-*/*.in'));
    }

    /** What stands in a text never becomes an argument of the tool that writes it, and comes out as it went in. */
    public function testATextIsATextWhateverStandsInIt(): void
    {
        $embeds = new EmbedsWithExifTool();
        foreach (["Ada\n-Comment=injected", "-execute\n-Make=injected", "@argfile\n-o\n/tmp/elsewhere", '&lt;&amp; %f $x <&#65;>', '=Ada', '#[CSTR]a\\nb'] as $i => $text) {
            $name = $this->store->path."/$i.jpg";
            $embeds->ask($i, Embedding::prepare(new StampsXmp(new IptcNamesOfExifTool()), $this->reader->path.'/CARD/DCIM/100ORREL/ORL_0001.JPG', $name, new Stamp(StampTexts::of(StampField::Creator, $text)->with(StampField::Notice, $text))));
            self::assertSame([$i => null], $embeds->answers(), $text);
            $tags = ExifTool::tags($name, '-G1 -a');
            self::assertSame(['Orrel', false], [$tags['IFD0:Make'] ?? null, str_contains((string) json_encode($tags['File:Comment'] ?? ''), 'injected')], $text);
            $plain = static fn (mixed $said): string => preg_replace('/\s+/', ' ', \is_scalar($said) ? (string) $said : '') ?? '';
            self::assertSame([$plain($text), $plain($text)], [$plain($tags['XMP-dc:Rights'] ?? null), $plain($tags['IFD0:Copyright'] ?? null)], $text);
        }
    }

    public function testTheScratchFolderOfOneWhoWasKilledIsCleared(): void
    {
        $home = Home::fromEnvironment();
        @mkdir($home->path.'/scratch/999999999-dead', 0o700, true);
        file_put_contents($home->path.'/scratch/999999999-dead/1', 'left');
        file_put_contents($home->path.'/scratch/999999999-dead/.velvet-1.part', 'a writer of it was killed');
        @mkdir($home->path.'/scratch/'.getmypid().'-before', 0o700, true); // of another that had our number
        touch($home->path.'/scratch/'.getmypid().'-before', time() - 100 * 86_400);
        @mkdir($home->path.'/photos');
        file_put_contents($home->path.'/photos/1', 'nobody\'s to take away');
        symlink($home->path.'/photos', $home->path.'/scratch/999999998-link');
        $scratch = new Scratch($home);
        [$first, $second] = [$scratch->path('.a'), $scratch->path('.a')];
        self::assertNotSame($first, $second);
        file_put_contents($first, 'made');
        self::assertDirectoryDoesNotExist($home->path.'/scratch/999999999-dead');
        self::assertDirectoryDoesNotExist($home->path.'/scratch/'.getmypid().'-before');
        self::assertFileExists($home->path.'/photos/1', 'through a link nothing is cleared');
        unset($scratch);
        self::assertFileDoesNotExist($first);
    }

    /**
     * @param array<string, mixed> $stamps
     *
     * @return array<mixed>
     */
    private function sample(array $stamps): array
    {
        $wishes = self::stamping($stamps);

        return (array) $this->fresh(StampsOfPlan::class)->sample($this->service(Plans::class)->make($this->desk('CARD'), $wishes), $wishes->order->made->stamps);
    }

    /** @param array<string, mixed> $how */
    private function change(array $how): void
    {
        $frames = array_map(static fn (LedgerFrame $frame): int => $frame->id(), $this->frames());
        self::assertSame(\count($frames), $this->fresh(ChangeStamps::class)->change($this->shoot(), $frames, StampChange::read(Fields::of($how))));
    }

    private function write(): void
    {
        self::assertTrue($this->fresh(ChangeStamps::class)->write($this->shoot()->id(), static fn () => null, []));
    }

    private function at(string $drive): string
    {
        return $this->store->path."/$drive/pictures/2026/2026-05-04/";
    }

    /** @return list<string> */
    private function names(string $drive): array
    {
        return FolderNames::in(rtrim($this->at($drive), '/'));
    }

    /** @return list<mixed> of pictures and sidecars */
    private function creators(string $drive): array
    {
        $stamped = array_filter($this->names($drive), static fn (string $name): bool => 1 === preg_match('/\.(jpg|xmp)$/', $name));

        return array_values(array_map(fn (string $name): mixed => ExifTool::tags($this->at($drive).$name)['Creator'] ?? null, $stamped));
    }

    private static function processBeside(): int
    {
        return (int) trim((string) shell_exec('pgrep -P '.getmypid().' -f stamping.php'));
    }

    private function shoot(): Shoot
    {
        return $this->ledger()->getRepository(Shoot::class)->findAll()[0];
    }

    /** @return list<LedgerFrame> */
    private function frames(): array
    {
        return $this->ledger()->getRepository(LedgerFrame::class)->findBy([], ['id' => 'ASC']);
    }

    /** @return array{string, string, string} */
    private static function connection(): array
    {
        $at = parse_url((string) getenv('DATABASE_URL'));
        $at = \is_array($at) ? $at : [];

        return [\sprintf('pgsql:host=%s;port=%d;dbname=%s', $at['host'] ?? '', $at['port'] ?? 0, ltrim($at['path'] ?? '', '/')), rawurldecode($at['user'] ?? ''), rawurldecode($at['pass'] ?? '')];
    }

    /** @param array<string, mixed> $stamps */
    private static function stamping(array $stamps): Wishes
    {
        return new Wishes(OrderDocument::read(['stamps' => $stamps] + OrderDocument::of(StandingOrder::byTheDay())));
    }
}
