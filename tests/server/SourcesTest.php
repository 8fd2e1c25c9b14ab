<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use PHPUnit\Framework\Attributes\DataProvider;
use Psr\Cache\CacheItemPoolInterface;
use Symfony\Component\Filesystem\Filesystem;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\CoreFactsReader;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Plan\ShootWish;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Server\Cards\CardKnown;
use VelvetLedger\Server\Cards\CardReadings;
use VelvetLedger\Server\Cards\CardsKnown;
use VelvetLedger\Server\Cards\CardSummaries;
use VelvetLedger\Server\Cards\NoSuchCard;
use VelvetLedger\Server\Cards\SourceFolders;
use VelvetLedger\Server\Persistence\Row;
use VelvetLedger\Server\Persistence\Shoots\LedgerFrame;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\Settings\Settings;
use VelvetLedger\Server\Stores\FramePictures;
use VelvetLedger\Server\Tools\KeptPictures;
use VelvetLedger\Server\Tools\Pictures;
use VelvetLedger\Server\Tools\RendersStills;
use VelvetLedger\Tests\Stills;

/** Folders as sources, what the list of cards says of each, pictures by the stream and of every format, and the shoots of receipts. */
final class SourcesTest extends LedgerTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->service(CacheItemPoolInterface::class)->clear();
    }

    public function testAFolderOfAStoreIsPickedAndBroughtInLikeACard(): void
    {
        $folder = $this->store->path.'/old disk/summer';
        mkdir($folder, 0o777, true);
        file_put_contents("$folder/a.jpg", Stills::jpeg('2026-05-04 21:14:01', 1));
        mkdir("$folder/more");
        file_put_contents("$folder/more/b.jpg", Stills::jpeg('2026-05-04 21:14:02', 2));
        $browser = $this->browser();
        $browser->request('GET', '/api/sources/folders');
        self::assertContains($this->store->path, (array) (self::answer($browser)['folders'] ?? []));
        $browser->request('GET', '/api/sources/folders?in='.rawurlencode($this->store->path.'/old disk'));
        self::assertSame(['summer'], self::answer($browser)['folders'] ?? null);
        $browser->jsonRequest('POST', '/api/sources', ['path' => $folder]);
        $card = self::answer($browser)['card'] ?? '';
        self::assertIsString($card);
        $browser->request('GET', '/api/cards');
        self::assertStringContainsString('"label":"summer"', (string) $browser->getResponse()->getContent());
        $browser->request('GET', "/api/cards/$card");
        self::assertSame(2, self::answer($browser)['framesInAll'] ?? null);
        $browser->jsonRequest('POST', "/api/cards/$card/intakes", ['order' => ['name' => '', 'document' => null]]);
        self::assertSame('2 files on the card: 2 brought in and proven.', $this->bringOn(1)->summary()->sentence());
        $browser->request('POST', "/api/sources/$card/put-away");
        $browser->request('GET', "/api/cards/$card");
        self::assertSame(404, $browser->getResponse()->getStatusCode());
    }

    #[DataProvider('elsewhere')]
    public function testNoOtherFolderIsASource(string $path): void
    {
        symlink('/etc', $this->store->path.'/link');
        mkdir($this->store->path.'/real');
        $this->expectException(NoSuchCard::class);
        $this->service(SourceFolders::class)->pick(str_replace('STORE', $this->store->path, $path));
    }

    /** @return iterable<string, array{string}> */
    public static function elsewhere(): iterable
    {
        yield 'of the system' => ['/etc'];
        yield 'by a link' => ['STORE/link'];
        yield 'up and out' => ['STORE/real/../../..'];
        yield 'not absolute' => ['real'];
        yield 'not there' => ['STORE/nothing'];
        yield 'none' => [''];
        yield 'with a zero byte' => ["STORE/real\0"];
    }

    private function newOnItsDesk(string $card): int
    {
        $browser = $this->browser();
        $browser->request('GET', '/api/cards/'.$this->card($card)->id);
        $frames = self::answer($browser)['frames'] ?? [];

        return \count(array_filter(\is_array($frames) ? $frames : [], static fn (mixed $frame): bool => \is_array($frame) && true === $frame['isNew']));
    }

    public function testTheListSaysHowManyFramesAreNewByWhatTheLedgerHolds(): void
    {
        foreach ([1, 2, 3] as $number) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$number.JPG", Stills::jpeg("2026-05-0$number 21:14:00", $number));
        }
        $known = $this->service(CardsKnown::class);
        $said = static fn (?CardKnown $of): ?array => null === $of ? null : [$of->first, $of->last, $of->new];
        $say = function () use ($known, $said): ?array {
            $now = $this->service(CardSummaries::class)->fresh($this->card('CARD')->path);

            return $said($known->of($this->card('CARD'), $now->files, $now->bytes));
        };
        $learn = function () use ($known, $say): ?array {
            $this->service(CardReadings::class)->whole($this->card('CARD'));
            $known->learn($this->card('CARD'));

            return $say();
        };
        self::assertNull($say());
        self::assertSame(['2026-05-01', '2026-05-03', 3], $learn());
        $this->bringIn('CARD');
        self::assertSame(['2026-05-01', '2026-05-03', null], $say(), 'how many are new was counted by what the ledger held before; their dates stand');
        self::assertSame(['2026-05-01', '2026-05-03', 0], $learn());
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0004.JPG', Stills::jpeg('2026-05-04 21:14:00', 4));
        self::assertNull($say(), 'the card goes on');
        self::assertSame(['2026-05-01', '2026-05-04', 1], $learn());
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0005.JPG', '');
        self::assertSame(1, $learn()[2] ?? null, 'of what cannot be read nothing comes in');
        $this->reader->put('OTHER/DCIM/100ORREL/ORL_0009.JPG', Stills::jpeg('2026-05-06 21:14:00', 9));
        $now = $this->service(CardSummaries::class)->fresh($this->card('CARD')->path);
        self::assertSame([true, null], [null !== $known->of($this->card('CARD'), $now->files, $now->bytes), $known->of($this->card('CARD'), $now->files, $now->bytes)?->new], 'another card is in: what is unreadable on this one may be whole there');
        self::assertSame([1, 1], [$learn()[2] ?? null, $this->newOnItsDesk('CARD')]);
    }

    /** Some are turned, of one the main copy is gone, of one it is damaged and said so, one is a pair, one has no file at all: asked for together each is as by itself. */
    public function testPicturesAskedForTogetherAreThoseOfEachByItself(): void
    {
        $this->drives('Bellows');
        foreach (range(1, 6) as $i) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$i.JPG", Stills::jpeg("2026-05-04 21:14:0$i", $i));
        }
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0005.ORW', Stills::raw('2026-05-04 21:14:05', 5));
        $this->bringIn('CARD', new Wishes(otherwise: 'boats'));
        $database = $this->ledger()->getConnection();
        $database->executeStatement('INSERT INTO judgement (frame_id, stars, turned, revision) SELECT id, 0, id % 4, 1 FROM frame WHERE id <= 3');
        $of = fn (int $frame, string $drive): string => $this->onDrive($drive, Row::word($this->column("SELECT c.path FROM copy c JOIN file f ON f.id = c.file_id WHERE f.frame_id = $frame ORDER BY c.id")[0]));
        unlink($of(2, 'Anvil'));
        $database->executeStatement("UPDATE copy c SET state = 'differs' FROM file f, store s WHERE f.id = c.file_id AND f.frame_id = 3 AND s.id = c.store_id AND s.name = 'Anvil'");
        unlink($of(6, 'Anvil'));
        unlink($of(6, 'Bellows'));
        $one = static function (FramePictures $pictures, int $frame): string {
            try {
                return hash('xxh128', $pictures->of($frame, 160, null));
            } catch (CouldNot $no) {
                return $no->getMessage();
            }
        };
        $each = array_map(fn (int $frame): string => $one($this->fresh(FramePictures::class), $frame), [1, 2, 3, 4, 5, 6, 99]);
        self::assertCount(7, array_unique($each));
        $pictures = $this->fresh(FramePictures::class);
        $pictures->together([1, 2, 3, 4, 5, 6, 99]);
        self::assertSame($each, array_map(static fn (int $frame): string => $one($pictures, $frame), [1, 2, 3, 4, 5, 6, 99]));
        // What changed since is seen by the next question.
        $this->ledger()->getConnection()->executeStatement('UPDATE judgement SET turned = (turned + 1) % 4');
        $pictures = $this->fresh(FramePictures::class);
        $pictures->together([1, 2]);
        self::assertNotSame(\array_slice($each, 0, 2), [$one($pictures, 1), $one($pictures, 2)]);
    }

    public function testPicturesComeInAStreamEachWithItsPlace(): void
    {
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:01', 1));
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0002.JPG', 'no picture at all');
        $this->bringIn('CARD', new Wishes(shoots: ['2026-05-04' => new ShootWish('boats')]));
        $frame = $this->ledger()->getRepository(LedgerFrame::class)->findOneBy(['originalName' => 'ORL_0001'])?->id() ?? self::fail();
        $browser = $this->browser();
        $card = $this->card('CARD')->id;
        $of = static fn (string $file): array => ['card' => $card, 'file' => "DCIM/100ORREL/$file", 'edge' => 160];
        $browser->jsonRequest('POST', '/api/pictures', ['of' => [$of('ORL_0001.JPG'), $of('ORL_0002.JPG'), $of('../../../etc/passwd'), ['frame' => $frame, 'edge' => 160], ['frame' => 99, 'edge' => 160]]]);
        $answer = $browser->getInternalResponse();
        $lengths = [];
        for ($rest = $answer->getContent(); '' !== $rest; $rest = substr($rest, 8 + $length)) {
            /** @var array{1: int, 2: int} $head */
            $head = unpack('N2', $rest);
            $length = $head[2];
            $lengths[$head[1]] = $length > 0 ? substr($rest, 8, 2) : '';
        }
        self::assertSame(["\xFF\xD8", '', '', "\xFF\xD8", ''], $lengths);
        foreach ([['of' => array_fill(0, 65, $of('ORL_0001.JPG'))], ['of' => [['card' => $card, 'file' => 'x', 'edge' => 7]]], ['of' => 'all']] as $wrong) {
            $browser->jsonRequest('POST', '/api/pictures', $wrong);
            self::assertSame(400, $browser->getResponse()->getStatusCode());
        }
    }

    public function testEveryFormatHasAPictureAndARawWithoutALargePreviewIsDeveloped(): void
    {
        $folder = $this->reader->path;
        $pictures = new Pictures(new KeptPictures(Home::fromEnvironment(), new Settings([])), new RendersStills(new Filesystem()));
        $size = static fn (string $jpeg): array => \array_slice((array) getimagesizefromstring($jpeg), 0, 2);
        file_put_contents("$folder/a.ppm", "P6\n300 200\n255\n".str_repeat("\x40\x80\xC0", 60_000));
        foreach (['png', 'tif', 'webp'] as $format) {
            exec('vips copy '.escapeshellarg("$folder/a.ppm").' '.escapeshellarg("$folder/a.$format").' 2>&1', $said, $code);
            self::assertSame(0, $code, implode("\n", $said));
            self::assertSame([160, 107], $size($pictures->of("$folder/a.$format", new CaptureFacts(), 160)), $format);
            self::assertSame([300, 200], $size($pictures->of("$folder/a.$format", new CaptureFacts(), Pictures::WHOLE)), $format);
        }
        $raw = $this->reader->put('a.ORW', Stills::raw('2026-05-04 21:14:01'));
        $facts = (new CoreFactsReader())->read($raw);
        $whole = $size($pictures->of($raw, $facts, Pictures::WHOLE));
        self::assertSame([192, 128], $whole, 'all that the sensor shows, within its masked margins');
    }

    public function testReceiptsSayWhichShootsTheirFramesCameInto(): void
    {
        foreach ([1, 2, 3] as $number) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$number.JPG", Stills::jpeg(\sprintf('2026-05-0%d 21:14:0%d', 3 === $number ? 5 : 4, $number), $number));
        }
        $this->bringIn('CARD', new Wishes(shoots: ['2026-05-04' => new ShootWish('boats')]));
        $browser = $this->browser();
        $browser->request('GET', '/api/receipts/shoots?of=1,2,x');
        self::assertSame([
            ['receipt' => 1, 'shoots' => [['id' => 1, 'date' => '2026-05-04', 'description' => 'boats', 'frames' => 2], ['id' => 2, 'date' => '2026-05-05', 'description' => '', 'frames' => 1]]],
            ['receipt' => 2, 'shoots' => []],
        ], self::answer($browser));
    }
}
