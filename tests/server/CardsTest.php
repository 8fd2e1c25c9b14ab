<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Symfony\Component\Cache\Adapter\ArrayAdapter;
use Symfony\Component\Process\Process;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\CoreFactsReader;
use VelvetLedger\Core\Capture\FactsReader;
use VelvetLedger\Core\Card\CardWalker;
use VelvetLedger\Core\Card\FrameReader;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Server\Cards\CardHints;
use VelvetLedger\Server\Cards\CardReadings;
use VelvetLedger\Server\Cards\CardsOnDesk;
use VelvetLedger\Server\Cards\CouldNotEject;
use VelvetLedger\Server\Cards\EjectCard;
use VelvetLedger\Server\Cards\SourceGone;
use VelvetLedger\Server\Pace\Pace;
use VelvetLedger\Server\Persistence\Cards\CardRepository;
use VelvetLedger\Server\Settings\BadSettings;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\Settings\Settings;
use VelvetLedger\Server\Settings\SettingsFile;
use VelvetLedger\Server\Tools\FineTimes;
use VelvetLedger\Server\Tools\PageCache;
use VelvetLedger\Server\Work\Look;
use VelvetLedger\Server\Work\Looks;
use VelvetLedger\Tests\Folder;
use VelvetLedger\Tests\Stills;

final class CardsTest extends LedgerTestCase
{
    public function testEjectRunsTheCommandOfTheSettingsAndSaysHowItEnded(): void
    {
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09'));
        $eject = fn (string ...$command) => (new EjectCard(new Settings([], [], array_values($command)), $this->service(CardRepository::class)))->eject($this->card('CARD'));
        $said = [];
        foreach ([[], ['sh', '-c', 'echo the card is busy >&2; exit 3'], ['/no/such/program', '{volume}'], ['true']] as $command) {
            try {
                $eject(...$command);
            } catch (CouldNotEject $refused) {
                $said[] = $refused->getMessage();
            }
        }
        self::assertCount(4, $said);
        self::assertStringContainsString('no command that ejects', $said[0]);
        self::assertStringContainsString('still mounted at', $said[3]);
        self::assertStringContainsString('ended with 3 and said: the card is busy. Leave it in the reader', $said[1]);
        $eject('mv', '{volume}', $this->reader->path.'/.out');
        self::assertDirectoryDoesNotExist($this->card('CARD')->path);
    }

    public function testACardBeingCopiedIsNotEjected(): void
    {
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09'));
        $this->start('CARD');
        $this->expectException(CouldNotEject::class);
        $this->expectExceptionMessage('is being copied (receipt 1)');
        (new EjectCard(new Settings([], [], ['true']), $this->service(CardRepository::class)))->eject($this->card('CARD'));
    }

    public function testACardIsReadBitByBitAndAnewWhereAFileChanged(): void
    {
        for ($i = 0; $i < 40; ++$i) {
            $this->reader->put(\sprintf('CARD/DCIM/100ORREL/ORL_%04d.JPG', $i), Stills::jpeg('2026-05-04 21:14:09', $i));
        }
        $readings = $this->service(CardReadings::class);
        $first = $readings->within($this->card('CARD'), 0.0);
        self::assertSame([40, false], [$first->framesInAll, $first->isComplete()]);
        self::assertTrue($readings->within($this->card('CARD'), 30)->isComplete());
        self::assertTrue($readings->within($this->card('CARD'), 0.0)->isComplete(), 'what was read is kept');
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0003.JPG', Stills::jpeg('2026-05-05 08:00:00', 3), 1_777_999_999);
        self::assertFalse($readings->within($this->card('CARD'), 0.0)->isComplete());
        $dates = array_unique(array_map(static fn ($frame): string => $frame->takenAt()->date(), $readings->whole($this->card('CARD'))->frames));
        self::assertSame(['2026-05-04', '2026-05-05'], array_values($dates));
    }

    /** What is kept of a card is all that was read of it, of odd files too: a damaged pair, a raw cut off, a file with nothing in it, remarks of a sidecar. */
    public function testACardThatLeavesWhileItIsReadIsNotRememberedAsUnreadable(): void
    {
        for ($i = 1; $i <= 3; ++$i) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$i.JPG", Stills::jpeg("2026-05-04 21:14:0$i", $i));
        }
        $volume = $this->card('CARD');
        $leaves = new class($this->reader->path) implements FactsReader {
            private int $read = 0;

            public function __construct(private readonly string $place)
            {
            }

            public function read(string $path): CaptureFacts
            {
                if (2 === ++$this->read) {
                    rename($this->place.'/CARD', $this->place.'/.CARD');
                }

                return (new CoreFactsReader())->read($path);
            }
        };
        $cache = new ArrayAdapter();
        $left = (new CardReadings(new FrameReader($leaves), $this->service(CardWalker::class), $cache, new FineTimes(), new Pace()))->within($volume, \INF);
        self::assertSame([1, 3], [\count($left->contents->frames), $left->framesInAll]);
        rename($this->reader->path.'/.CARD', $this->reader->path.'/CARD');
        $back = (new CardReadings(new FrameReader(new CoreFactsReader()), $this->service(CardWalker::class), $cache, new FineTimes(), new Pace()))->within($volume, \INF);
        self::assertSame([true, []], [$back->isComplete(), array_merge(...array_map(static fn (ReadFrame $frame): array => $frame->unreadable, $back->contents->frames))]);
        rename($this->reader->path.'/CARD', $this->reader->path.'/.CARD');
        $this->expectException(SourceGone::class);
        $this->service(CardHints::class)->within($volume, $back->contents->frames, 1.0);
    }

    public function testWhatIsKeptOfACardIsWhatWasReadOfIt(): void
    {
        $folder = 'CARD/DCIM/100ORREL/';
        $this->reader->put($folder.'ORL_0001.ORW', Stills::raw('2026-05-04 21:14:09', 1));
        $this->reader->put($folder.'ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09', 1));
        $this->reader->put($folder.'ORL_0002.JPG', Stills::jpeg('2026-05-04 21:14:12', 2));
        $this->reader->put($folder.'ORL_0002.xmp', '<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" xmlns:xmp="http://ns.adobe.com/xap/1.0/" xmp:Rating="4"/></rdf:RDF></x:xmpmeta>');
        $this->reader->put($folder.'ORL_0003.ORW', '');
        $this->reader->put($folder.'ORL_0003.JPG', Stills::jpeg('2026-05-04 21:14:15', 3));
        $this->reader->put($folder.'ORL_0004.JPG', substr(Stills::jpeg('2026-05-04 21:14:18', 4), 0, -1500));
        $this->reader->put($folder.'ORL_0005.JPG', '');
        $read = $this->service(CardReadings::class)->whole($this->card('CARD'))->frames;
        $kept = $this->fresh(CardReadings::class)->soFar($this->card('CARD'))->contents->frames;
        self::assertEquals($read, $kept);
        self::assertSame([4, 'ORL_0003.JPG', true], [$kept[1]->facts?->rating, $kept[2]->factsFrom?->name(), [] !== $kept[3]->incomplete]);
        self::assertNotSame([], $kept[2]->unreadable);
        self::assertTrue($kept[4]->isUnreadable());
        self::assertSame($kept[0]->frame->lead(), $kept[0]->factsFrom, 'the file as it is listed now');
        self::assertSame($kept[0]->facts?->gear, $kept[1]->facts?->gear, 'what two frames have in common is there once');
    }

    public function testACardIsLookedAtByOneProcessAtATime(): void
    {
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09'));
        $volume = $this->card('CARD');
        $looks = $this->service(Looks::class);
        $isRead = fn (): bool => $this->service(CardReadings::class)->soFar($volume)->isComplete();
        $other = fopen(Home::fromEnvironment()->path.'/run/look-'.$volume->reading(), 'c');
        self::assertNotFalse($other);
        flock($other, \LOCK_EX);
        $looks->ask($volume);
        $looks->look(new Look($volume->id));
        self::assertFalse($isRead(), 'another is at it');
        fclose($other);
        $looks->look(new Look('ffffffffffffffff')); // pulled out since
        $looks->ask($volume);
        self::assertTrue($isRead());
        self::assertSame([1, 1, []], $this->service(CardHints::class)->soFar(CardsOnDesk::of($volume), $this->service(CardReadings::class)->whole($volume)->frames));
    }

    public function testTheDeskCarriesFramesOthersKindsHintsAndTheHistogram(): void
    {
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09'));
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0002.MOV', 'clip');
        symlink('/etc', $this->reader->path.'/CARD/DCIM/LINK');
        $browser = $this->browser();
        $id = $this->card('CARD')->id;
        $browser->request('GET', "/api/cards/$id");
        $desk = self::answer($browser);
        self::assertSame([['JPEG' => 1, 'moving picture' => 1], true], [$desk['kinds'], $desk['complete']]);
        self::assertSame([['path' => 'DCIM/100ORREL/ORL_0002.MOV', 'what' => 'moving picture', 'bytes' => 4, 'isClip' => true, 'canCome' => false], ['path' => 'DCIM/LINK', 'what' => 'a symbolic link, not followed', 'bytes' => 0, 'isClip' => false, 'canCome' => false]], $desk['others']);
        $browser->request('GET', "/api/cards/$id/histogram", ['file' => 'DCIM/100ORREL/ORL_0001.JPG']);
        $histogram = self::answer($browser);
        self::assertIsArray($histogram['bins']);
        self::assertCount(64, $histogram['bins']);
        self::assertContains(1, $histogram['bins'], 'the fullest bin is 1');
        $browser->request('GET', "/api/cards/$id/hints");
        self::assertSame(['measured' => 1, 'of' => 1, 'hints' => []], self::answer($browser));
    }

    public function testSettingsThatCannotBeUsedAreRefusedByNameOfFileAndReason(): void
    {
        $file = Home::fromEnvironment()->path.'/settings.yaml';
        $cases = ["readers: [a\n" => 'line', "readers: ['relative']\nstores: { main: { name: A, path: /a } }" => '"readers" must be', "readers: []\nstores: { main: { name: A } }" => '"stores: main:"', "readers: []\nstores: { main: { name: A, path: /a } }\neject: umount" => '"eject" must be', "readers: []\nprograms: { editor: run }" => '"programs" must have'];
        foreach ($cases as $yaml => $words) {
            file_put_contents($file, $yaml);
            try {
                (new SettingsFile(Home::fromEnvironment()))->read();
                self::fail("taken: $yaml");
            } catch (BadSettings $refused) {
                self::assertStringContainsString($words, $refused->getMessage());
                self::assertStringContainsString($file, $refused->getMessage());
            }
        }
    }

    /** fincore of util-linux is the check: the pages that the kernel holds of the file. */
    public function testAFileIsForgottenByTheKernelSoThatReadingItBackReadsTheDrive(): void
    {
        $drive = Folder::onDrive();
        $file = $drive->put('forget-me', random_bytes(4 << 20));
        $handle = fopen($file, 'r+');
        self::assertNotFalse($handle);
        fsync($handle);
        fclose($handle);
        $held = static fn (): string => trim((new Process(['fincore', '-n', '-b', '-o', 'RES', $file]))->mustRun()->getOutput());
        self::assertSame((string) (4 << 20), $held());
        (new PageCache())->forget($file);
        self::assertSame('0', $held());
    }
}
