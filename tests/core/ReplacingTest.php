<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\Jpeg\JpegReader;
use VelvetLedger\Core\Format\Jpeg\JpegXmp;
use VelvetLedger\Core\Format\Xmp\XmpName;
use VelvetLedger\Core\Format\Xmp\XmpTree;
use VelvetLedger\Core\Stamp\CouldNotStamp;
use VelvetLedger\Core\Stamp\Embedding;
use VelvetLedger\Core\Stamp\Stamp;
use VelvetLedger\Core\Stamp\StampField;
use VelvetLedger\Core\Stamp\StampsXmp;
use VelvetLedger\Core\Stamp\StampTexts;
use VelvetLedger\Core\Transfer\Copied;
use VelvetLedger\Core\Transfer\Copier;
use VelvetLedger\Core\Transfer\CopyOrder;
use VelvetLedger\Core\Transfer\CouldNotPublish;
use VelvetLedger\Core\Transfer\Exchanges;
use VelvetLedger\Core\Transfer\ExchangesByKernel;
use VelvetLedger\Core\Transfer\PublishesByClaim;
use VelvetLedger\Core\Transfer\PublishesByLink;
use VelvetLedger\Core\Transfer\PublishesByRename;
use VelvetLedger\Core\Transfer\ReadBack;
use VelvetLedger\Core\Transfer\ReadingsApart;
use VelvetLedger\Core\Transfer\Replacement;
use VelvetLedger\Core\Transfer\SourceFile;
use VelvetLedger\Core\Transfer\Writer;
use VelvetLedger\Server\Tools\IptcNamesOfExifTool;
use VelvetLedger\Server\Tools\PageCache;
use VelvetLedger\Tests\Folder;
use VelvetLedger\Tests\LaterReadBack;
use VelvetLedger\Tests\OrderTo;
use VelvetLedger\Tests\Stills;

/** A file's later state takes the place of the one before, and of no other; a picture is put behind a new head only as it was. */
final class ReplacingTest extends TestCase
{
    private Folder $store;
    private LaterReadBack $readsBack;

    protected function setUp(): void
    {
        $this->store = new Folder();
        $this->readsBack = new LaterReadBack();
    }

    /** @return iterable<string, array{string|null, list<string>, string, bool}> what stands there, what may, what stands there then, whether it was done */
    public static function places(): iterable
    {
        yield 'the state before' => ['old', ['old'], 'new', true];
        yield 'one of two that it may be' => ['older', ['old', 'older'], 'new', true];
        yield 'the new one already, for it was cut off' => ['new', ['old'], 'new', true];
        yield 'somebody else\'s' => ['theirs', ['old'], 'theirs', false];
        yield 'nothing' => [null, ['old'], 'new', true];
        yield 'anything, and nothing may' => ['old', [], 'old', false];
    }

    /** @param list<string> $may */
    #[DataProvider('places')]
    public function testOnlyAKnownStateIsReplaced(?string $there, array $may, string $then, bool $done): void
    {
        $final = $this->store->path.'/out/a.xmp';
        if (null !== $there) {
            $this->store->put('out/a.xmp', $there);
        }
        $copied = $this->settle($this->order('new', $final)->replacing(array_map(static fn (string $text): string => hash('xxh128', $text), $may)));
        self::assertSame([$done, $then], [isset($copied->copies[1]), file_get_contents($final)]);
        self::assertSame(['a.xmp'], array_values(array_diff((array) scandir($this->store->path.'/out'), ['.', '..'])), 'nothing temporary is left');
        if (!$done) {
            self::assertInstanceOf(CouldNotPublish::class, $copied->failed[1]);
            self::assertStringContainsString('was changed by another program since. It was not touched.', $copied->failed[1]->getMessage());
        }
    }

    public function testALinkIsNeverReplacedNorFollowed(): void
    {
        $elsewhere = $this->store->put('elsewhere/a.xmp', 'old');
        mkdir($this->store->path.'/out');
        symlink($elsewhere, $this->store->path.'/out/a.xmp');
        $copied = $this->settle($this->order('new', $this->store->path.'/out/a.xmp')->replacing([hash('xxh128', 'old')]));
        self::assertArrayHasKey(1, $copied->failed);
        self::assertSame(['old', true], [file_get_contents($elsewhere), is_link($this->store->path.'/out/a.xmp')]);
    }

    public function testTwoCopyingsAtOnceAreEachToldOfTheirOwnFiles(): void
    {
        $copier = new Copier(new Writer(new PageCache()), $this->readsBack, new PublishesByRename(new PublishesByLink(new PublishesByClaim())));
        [$outer, $inner] = [$copier->begin(), $copier->begin()];
        $outer->start($this->order('outer', $this->store->path.'/out/outer.jpg'), static fn (int $bytes) => null);
        $inner->start($this->order('inner', $this->store->path.'/out/inner.jpg'), static fn (int $bytes) => null);
        $done = $inner->settle(true);
        self::assertCount(1, $done, 'though both were read back at once');
        self::assertFileDoesNotExist($this->store->path.'/out/outer.jpg');
        self::assertCount(1, $outer->settle(true), 'and what was read for the other was kept for it');
        self::assertFileExists($this->store->path.'/out/outer.jpg');
    }

    public function testReadingsAreKeptForWhoAskedAndToldOnce(): void
    {
        $readings = new ReadingsApart($this->readsBack);
        foreach (['a', 'b'] as $name) {
            $readings->ask([$this->store->put($name, $name) => false]);
        }
        $of = fn (string $name): array => [$this->store->path.'/'.$name => true];
        self::assertEquals([$this->store->path.'/b' => ReadBack::of(hash('xxh128', 'b'))], $readings->answers($of('b'), true));
        self::assertSame([[], []], [$readings->answers($of('b'), true), $readings->answers([], true)], 'none waits for what is not outstanding');
        self::assertArrayHasKey($this->store->path.'/a', $readings->answers($of('a'), false));
    }

    /** XMP Part 3 section 1.1.3.1: what is too much for a segment of 64 kB goes on in others, which the MD5 digest of all of it names. */
    public function testAPacketIsDividedAndPutTogetherAgain(): void
    {
        foreach ([10, 3000, 9000] as $words) {
            $tree = XmpTree::blank();
            $tree->setText(XmpName::of('xmp:Label'), 'kept');
            $tree->setTexts(XmpName::of('dc:subject'), 'Bag', array_map(static fn (int $i): string => "word number $i of many", range(1, $words)));
            [$packet, $extension] = JpegXmp::divide($tree);
            self::assertLessThanOrEqual(JpegXmp::MOST, \strlen($packet));
            self::assertSame($words > 1000, '' !== $extension);
            $segment = JpegXmp::SIGNATURE.$packet;
            $jpeg = JpegXmp::extend("\xFF\xD8\xFF\xE1".pack('n', \strlen($segment) + 2).$segment.substr(Stills::jpeg('2026-05-04 21:14:09'), 2), $extension);
            $read = JpegXmp::read(Bytes::ofString($jpeg));
            self::assertSame(['kept', $words], [$read?->text(XmpName::of('xmp:Label')), \count($read?->texts(XmpName::of('dc:subject')) ?? [])]);
            foreach (JpegReader::at(Bytes::ofString($jpeg))->segments as $one) {
                self::assertLessThanOrEqual(65_533, $one->length);
            }
            if ('' !== $extension) {
                $again = JpegXmp::extend(JpegXmp::extend($jpeg, $extension), $extension);
                self::assertSame($jpeg, $again, 'it takes the place of the one before');
                $this->refusesDamageOf($jpeg);
            }
        }
    }

    public function testAHeadIsOnlyJoinedWithThePictureThatItCameFrom(): void
    {
        $source = $this->store->put('a.jpg', Stills::jpeg('2026-05-04 21:14:09'));
        $stamp = new Stamp(StampTexts::of(StampField::Creator, 'Ada Tern'));
        $embedding = fn (string $to): Embedding => Embedding::prepare(new StampsXmp(new IptcNamesOfExifTool()), $source, $this->store->path.'/'.$to, $stamp);
        $whole = $embedding('whole.jpg');
        self::assertTrue($whole->isByHead());
        $whole->join((string) $whole->head());
        self::assertFileEquals($source, $this->store->path.'/whole.jpg', 'nothing was written, so nothing is other');
        foreach ([
            'no head' => 'nothing',
            'other tables' => str_replace("\xFF\xDB", "\xFF\xFE", (string) $whole->head()),
            'half a head' => substr((string) $whole->head(), 0, 300).substr((string) $whole->head(), -12),
        ] as $case => $head) {
            try {
                $embedding("$case.jpg")->join($head);
                self::fail($case);
            } catch (CouldNotStamp $refused) {
                self::assertStringContainsString('It is as it was.', $refused->getMessage(), $case);
            }
        }
        file_put_contents($source, substr_replace((string) file_get_contents($source), 'other', -60, 5));
        $this->expectException(CouldNotStamp::class);
        $this->expectExceptionMessage('its picture was not the same');
        $whole = $embedding('later.jpg');
        file_put_contents($source, substr_replace((string) file_get_contents($source), 'again', -60, 5));
        $whole->join((string) $whole->head());
    }

    /** What stands behind the end of an image, as some cameras put larger previews there, is kept in place by passing all of the file. */
    public function testAFileWithMoreBehindItsPictureIsWrittenWhole(): void
    {
        $prepared = fn (string $bytes): Embedding => Embedding::prepare(new StampsXmp(new IptcNamesOfExifTool()), $this->store->put('a.jpg', $bytes), $this->store->path.'/b.jpg', new Stamp(StampTexts::none()));
        $jpeg = Stills::jpeg('2026-05-04 21:14:09');
        self::assertTrue($prepared($jpeg)->isByHead());
        self::assertFalse($prepared($jpeg.'trailer')->isByHead());
        self::assertFalse($prepared($jpeg.$jpeg)->isByHead(), 'a second image');
        self::assertFalse($prepared(Stills::raw('2026-05-04 21:14:09'))->isByHead());
    }

    /**
     * Another program saves just before ours takes the place, by writing into the file or by renaming another over it, and once more before it is back; where files can change places, and where not.
     *
     * @param list<string> $saves each in the moment before an exchange
     */
    #[TestWith([['later'], true])]
    #[TestWith([['later', 'later still'], true])]
    #[TestWith([['later'], false])]
    public function testASaveInBetweenIsNotLost(array $saves, bool $exchanges): void
    {
        $file = $this->store->put('a.jpg', 'known');
        $ours = $this->store->put('.a.part', 'ours');
        $exchange = new class($file, $saves, $exchanges) implements Exchanges {
            /** @param list<string> $saves */
            public function __construct(private readonly string $file, private array $saves, private readonly bool $exchanges)
            {
            }

            public function exchange(string $one, string $other): bool
            {
                $save = array_shift($this->saves);
                if (null !== $save) {
                    file_put_contents($this->file.'.new', $save);
                    rename($this->file.'.new', $this->file);
                }

                return $this->exchanges && (new ExchangesByKernel())->exchange($one, $other);
            }
        };
        try {
            Replacement::of($file, [hash('xxh128', 'known')], $exchange)->by($ours, hash('xxh128', 'ours'));
            self::fail('it was not as it was known to be');
        } catch (CouldNotPublish $changed) {
            self::assertStringContainsString('a.jpg', $changed->getMessage());
        }
        self::assertStringEqualsFile($file, $saves[\count($saves) - 1]);
        Replacement::of($file, [(string) hash_file('xxh128', $file)])->by($this->store->put('.b.part', 'ours'), hash('xxh128', 'ours'));
        self::assertStringEqualsFile($file, 'ours');
        self::assertFileDoesNotExist($this->store->path.'/.b.part');
    }

    private function refusesDamageOf(string $jpeg): void
    {
        $at = (int) strpos($jpeg, "http://ns.adobe.com/xmp/extension/\0") + 200;
        $jpeg[$at] = '~';
        try {
            JpegXmp::read(Bytes::ofString($jpeg));
            self::fail('a damaged extension is not taken for what it was');
        } catch (BrokenFile $broken) {
            self::assertStringContainsString('its extension is not whole', $broken->getMessage());
        }
    }

    private function order(string $text, string $to): CopyOrder
    {
        $source = $this->store->put("from/$text", $text);

        return OrderTo::places(crc32($text), new SourceFile($source, \strlen($text), (int) filemtime($source)), [1 => $to]);
    }

    private function settle(CopyOrder $order): Copied
    {
        $copying = (new Copier(new Writer(new PageCache()), $this->readsBack, new PublishesByRename(new PublishesByLink(new PublishesByClaim()))))->begin();
        $copying->start($order, static fn (int $bytes) => null);

        return $copying->settle(true)[0];
    }
}
