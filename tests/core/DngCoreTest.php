<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Capture\CapturedAt;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\CoreFactsReader;
use VelvetLedger\Core\Capture\Exposure;
use VelvetLedger\Core\Capture\Gear;
use VelvetLedger\Core\Dng\Area;
use VelvetLedger\Core\Dng\CarriedRecords;
use VelvetLedger\Core\Dng\Conversion;
use VelvetLedger\Core\Dng\CouldNotConvert;
use VelvetLedger\Core\Dng\DecodedRaw;
use VelvetLedger\Core\Dng\DecodesRaw;
use VelvetLedger\Core\Dng\DngWanted;
use VelvetLedger\Core\Dng\EmbeddedOriginal;
use VelvetLedger\Core\Dng\FilterPattern;
use VelvetLedger\Core\Dng\Headroom;
use VelvetLedger\Core\Dng\Levels;
use VelvetLedger\Core\Dng\LevelsFound;
use VelvetLedger\Core\Dng\MakesPreviews;
use VelvetLedger\Core\Dng\Mosaic;
use VelvetLedger\Core\Dng\Previews;
use VelvetLedger\Core\Dng\RenderedPreview;
use VelvetLedger\Core\Dng\Sensor;
use VelvetLedger\Core\Dng\SensorColour;
use VelvetLedger\Core\Dng\Thumbnail;
use VelvetLedger\Core\Dng\Tiling;
use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\Tiff\IfdDraft;
use VelvetLedger\Core\Format\Tiff\TiffReader;
use VelvetLedger\Core\Format\Tiff\TiffWriter;
use VelvetLedger\Core\Receipt\Conversions;
use VelvetLedger\Tests\Folder;

/** The parts of a conversion, each by itself; whole DNGs stand before programs of others in tests/reference. */
final class DngCoreTest extends TestCase
{
    private const SIX = 'GGRGGBGGBGGRBRGRBGGGBGGRGGRGGBRBGBRG';

    private Folder $folder;

    protected function setUp(): void
    {
        $this->folder = new Folder();
    }

    #[DataProvider('patterns')]
    public function testThePatternIsSeenInWhatIsNotInterpolated(string $colours): void
    {
        $pattern = FilterPattern::of($colours);
        self::assertNotNull($pattern);
        self::assertSame($pattern->colours, FilterPattern::seenIn($this->developed($pattern, new Levels([100, ...array_fill(0, \strlen($colours) - 1, 100)], 1000), self::mosaic(48, 36)), 48, 36)?->colours);
        self::assertSame(\strlen($colours), \strlen($pattern->numbers()));
        self::assertNull(FilterPattern::seenIn(str_repeat("\0", 48 * 36 * 6), 48, 36), 'in the dark nothing is seen');
    }

    /** @return iterable<array{string}> */
    public static function patterns(): iterable
    {
        foreach (['RGGB', 'BGGR', 'GRBG', 'GBRG', self::SIX, strrev(self::SIX)] as $colours) {
            yield $colours => [$colours];
        }
    }

    /** White at 4,000 above black at 200: red two stops below it, green with a glint of one in two thousand, blue clipped in a quarter of its samples. */
    public function testWhatIsLostAndWhatIsToBeHadBackIsToldColourByColour(): void
    {
        $rggb = FilterPattern::of('RGGB');
        self::assertNotNull($rggb);
        $samples = '';
        for ($y = 0; $y < 64; ++$y) {
            for ($x = 0; $x < 68; ++$x) {
                $inside = $x >= 2 && $x < 66;
                $value = match (true) {
                    !$inside => 4200,
                    0 === $y % 2 && 0 === $x % 2 => 1200,
                    1 === $y % 2 && 1 === $x % 2 => $x < 18 ? 4190 : 900,
                    8 === $y && 9 === $x => 4200,
                    default => 2200,
                };
                $samples .= pack('v', $value);
            }
        }
        $headroom = Headroom::in(new Mosaic($samples, 68, 64), new Sensor($rggb, new Area(2, 0, 64, 64), new Area(2, 0, 64, 64), new Levels([200, 200, 200, 200], 4200)));
        self::assertSame([0.0, 1 / 2048, 0.25, 0.0], [...array_values($headroom->clipped), $headroom->stops]);
        $half = Headroom::in(new Mosaic(str_repeat(pack('v', 1200), 64), 8, 8), new Sensor($rggb, new Area(0, 0, 8, 8), new Area(0, 0, 8, 8), new Levels([200], 4200)));
        self::assertSame(2.0, $half->stops, 'a quarter of the range');
    }

    public function testOtherPatternsAreNone(): void
    {
        foreach (['', 'RGB', 'RGGG', 'RGBE', 'CMYG', 'RRGGBB', str_repeat('RGGBX', 8)] as $colours) {
            self::assertNull(FilterPattern::of($colours), $colours);
        }
        // A pattern that repeats every four places gives two colours at one place of six.
        $four = '';
        for ($i = 0; $i < 48 * 36; ++$i) {
            $four .= [pack('n3', 9, 0, 0), pack('n3', 0, 9, 0), pack('n3', 0, 0, 9), pack('n3', 0, 9, 0)][($i % 48 + intdiv($i, 48)) % 4];
        }
        self::assertNull(FilterPattern::seenIn($four, 48, 36));
    }

    /** What a developer does to each sample, undone: no other whole numbers explain all that became of them. */
    #[DataProvider('levels')]
    public function testLevelsAreFoundExactly(string $colours, Levels $levels, int $most): void
    {
        $pattern = FilterPattern::of($colours);
        self::assertNotNull($pattern);
        mt_srand($levels->white);
        $samples = '';
        for ($i = 0; $i < 96 * 72; ++$i) {
            $samples .= pack('v', mt_rand(max(0, min($levels->black) - 20), $most));
        }
        $mosaic = new Mosaic($samples, 96, 72);
        self::assertEquals($levels, LevelsFound::in($mosaic, new Area(0, 0, 96, 72), $pattern, $this->developed($pattern, $levels, $mosaic)));
    }

    /** @return iterable<string, array{string, Levels, int}> filters, levels, the brightest sample */
    public static function levels(): iterable
    {
        yield '12 bits' => ['RGGB', new Levels([128, 128, 127, 128], 4095), 4095];
        yield '14 bits, channel by channel' => ['GBRG', new Levels([511, 514, 513, 512], 15871), 16383];
        yield 'no black' => ['RGGB', new Levels([0, 0, 0, 0], 3967), 3967];
        yield '16 bits' => ['BGGR', new Levels([1024, 1024, 1024, 1024], 65535), 65535];
        yield 'six by six' => [self::SIX, new Levels(array_fill(0, 36, 1020), 16383), 16383];
        yield 'a dark picture' => ['RGGB', new Levels([512, 512, 512, 512], 15871), 900];
    }

    public function testWithoutLightThereAreNoLevels(): void
    {
        $pattern = FilterPattern::of('RGGB');
        self::assertNotNull($pattern);
        $mosaic = new Mosaic(str_repeat(pack('v', 500), 96 * 72), 96, 72);
        self::assertNull(LevelsFound::in($mosaic, new Area(0, 0, 96, 72), $pattern, $this->developed($pattern, new Levels([512, 512, 512, 512], 15871), $mosaic)));
    }

    #[DataProvider('sizes')]
    public function testTilesHoldTheWholeMosaicAndNoneIsWiderThanIt(int $width, int $height, int $tiles): void
    {
        $tiling = Tiling::of(new Mosaic(str_repeat("\0\0", $width * $height), $width, $height));
        self::assertSame([0, 0], [$tiling->width % 48, $tiling->height % 48], 'TIFF 6.0 section 15 wants multiples of 16');
        self::assertCount($tiles, $tiling->tiles);
        self::assertLessThanOrEqual(max(48, $width), $tiling->width);
        $last = $tiling->tiles[\count($tiling->tiles) - 1];
        self::assertGreaterThanOrEqual($width, $last->left + $last->width);
        self::assertGreaterThanOrEqual($height, $last->top + $last->height);
        self::assertLessThan($width, $last->left);
        self::assertLessThan($height, $last->top);
    }

    /** @return iterable<array{int, int, int}> */
    public static function sizes(): iterable
    {
        yield 'a real camera' => [3596, 2360, 15];
        yield 'the demo' => [1032, 688, 2 * 2];
        yield 'a whole tile' => [768, 768, 1];
        yield 'smaller than a tile' => [216, 144, 2];
        yield 'odd' => [1001, 701, 2 * 2];
    }

    public function testATileBeyondTheMosaicGoesOnWithItsPattern(): void
    {
        $pattern = FilterPattern::of('RGGB');
        self::assertNotNull($pattern);
        $mosaic = new Mosaic(pack('v*', 1, 2, 3, 4, 5, 6, 7, 8, 9), 3, 3);
        self::assertSame([5, 6, 5, 6, 8, 9, 8, 9, 5, 6, 5, 6], array_values((array) unpack('v*', $mosaic->tile(new Area(1, 1, 4, 3), $pattern))));
        $this->expectExceptionMessage('A mosaic of 3 x 3 samples cannot have 17 bytes.');
        new Mosaic(str_repeat('x', 17), 3, 3);
    }

    public function testAMosaicSaysWhereItDiffers(): void
    {
        $mosaic = self::mosaic(40, 30);
        self::assertNull($mosaic->firstDifference(self::mosaic(40, 30)));
        $other = substr_replace($mosaic->samples, 'xx', 2 * (40 * 7 + 11), 2);
        self::assertSame('the sample at column 11, row 7 is another', $mosaic->firstDifference(new Mosaic($other, 40, 30)));
        self::assertSame('it has 30 x 40 samples, not 40 x 30', $mosaic->firstDifference(new Mosaic($mosaic->samples, 30, 40)));
        self::assertSame(md5($mosaic->samples, true), $mosaic->digest());
    }

    public function testNeutralsAreTheSimplestFractions(): void
    {
        self::assertSame([[512, 1113], [1, 1], [1024, 1485]], (new SensorColour([2226.0, 1024.0, 1485.0], null))->neutral());
        self::assertSame([[1, 2], [1, 1], [31, 50]], (new SensorColour([2.0, 1.0, 1 / 0.62], null))->neutral());
        foreach ((new SensorColour([\M_PI, 1.0, \M_E], null))->neutral() as [$numerator, $denominator]) {
            self::assertLessThanOrEqual(0xFFFFFFFF, max($numerator, $denominator));
        }
        self::assertCount(9, (new SensorColour([1.0, 1.0, 1.0], null))->xyzToCamera);
    }

    /** Offsets in a maker note count from the start of the file: where it keeps its place, what they point at is there. */
    #[DataProvider('orders')]
    public function testTheMakerNoteKeepsItsPlaceAndExifIsTakenWhole(ByteOrder $order): void
    {
        $note = 'NOTE'.str_repeat("\x17", 300);
        $exif = (new IfdDraft($order))->text(0x9003, '2026:05:04 21:14:09')->rationals(0x829A, [1, 60])->signedRationals(0x9204, [-3, 10])->raw(0x927C, $note)->longs(0xA002, 7, 7);
        $gps = (new IfdDraft($order))->text(0x0001, 'N')->rationals(0x0002, [51, 1], [30, 1], [0, 1]);
        $raw = $this->folder->put('a.orw', TiffWriter::write($order, (new IfdDraft($order))->text(0x010F, 'Orrel')->text(0x0110, 'Orrel M4')->text(0x013B, 'Ada Tern')->longs(0x0111, 99)->below(0x8769, $exif)->below(0x8825, $gps)));
        $at = (int) strpos((string) file_get_contents($raw), 'NOTE');
        $converted = $this->conversion()->convert($raw, (new CoreFactsReader())->read($raw), $this->folder->path.'/a.dng', new DngWanted());
        $dng = (string) file_get_contents($converted->path);
        self::assertSame([$order->value, $at], [substr($dng, 0, 2), strpos($dng, 'NOTE')]);
        $tiff = TiffReader::at(Bytes::ofString($dng));
        $main = $tiff->ifd($tiff->first);
        self::assertNotNull($main);
        $exif = $tiff->children($main, 0x8769)[0];
        self::assertSame(['Orrel M4', 'Ada Tern', 'Orrel M4', 1], [$main->text(0x0110), $main->text(0x013B), $main->text(0xC614), $main->int(0xC635)]);
        self::assertSame(['2026:05:04 21:14:09', -0.3, $note, 24], [$exif->text(0x9003), $exif->real(0x9204), $exif->raw(0x927C), $exif->int(0xA002)]);
        self::assertSame([51, 30, 0], array_map(intval(...), $tiff->children($main, 0x8825)[0]->numbers(0x0002)));
        self::assertSame([1, 1, 1, 0], array_map(static fn (int $tag): int => (int) $main->has($tag), [0xC612, 0xC621, 0xC628, 0xC62F]), 'no serial number, none written');
        $raws = array_values(array_filter($tiff->children($main, 0x014A), static fn ($ifd): bool => 32803 === $ifd->int(0x0106)));
        self::assertSame([[2, 2], [16], [100, 100, 100, 101], [1000], [4, 4, 32, 28]], array_map($raws[0]->numbers(...), [0x828D, 0x0102, 0xC61A, 0xC61D, 0xC68D]));
        self::assertSame([[0, 0], [24, 28]], [$raws[0]->numbers(0xC61F), $raws[0]->numbers(0xC620)]);
    }

    /** @return iterable<string, array{ByteOrder}> */
    public static function orders(): iterable
    {
        yield 'little endian' => [ByteOrder::Little];
        yield 'big endian' => [ByteOrder::Big];
    }

    public function testOfARawNotBuiltOnTiffTheFactsAreWritten(): void
    {
        $raw = $this->folder->put('a.cr3', "\0\0\0\x18ftypcrx ");
        $facts = new CaptureFacts(CapturedAt::fromText('2026-05-04 21:14:09'), new Gear('Orrel', 'Orrel M4', 'M4-1', 'Orrel 28-70mm'), new Exposure(1 / 250, 2.8, 800, 35.0));
        $records = CarriedRecords::of($raw, $facts);
        self::assertFalse($records->noteKeepsItsPlace());
        $made = $this->conversion()->convert($raw, $facts, $this->folder->path.'/a.dng', new DngWanted());
        $read = (new CoreFactsReader())->read($made->path);
        self::assertSame(['2026-05-04T21:14:09', 'Orrel M4', 'M4-1', 'Orrel 28-70mm', 800], [$read->takenAt?->local, $read->gear->model, $read->gear->serial, $read->gear->lens, $read->exposure->iso]);
        self::assertEqualsWithDelta([1 / 250, 2.8, 35.0], [$read->exposure->seconds, $read->exposure->fNumber, $read->exposure->focalLengthMm], 1e-6);
    }

    public function testWhatDoesNotProveIsNotKept(): void
    {
        $raw = $this->folder->put('a.orw', 'the raw');
        $facts = new CaptureFacts();
        $bad = self::mosaic(32, 36);
        $cases = [
            'a.orw was not converted: decoded again, the DNG was not the same: the sample at column 3, row 2 is another. It was not kept.' => [new Mosaic(substr_replace($bad->samples, 'xx', 2 * (32 * 2 + 3), 2), 32, 36), static fn () => null],
            'a.orw was not converted: it was changed meanwhile.' => [null, static fn () => file_put_contents($raw, 'another raw')],
        ];
        foreach ($cases as $says => [$again, $meanwhile]) {
            try {
                $this->conversion($again, $meanwhile)->convert($raw, $facts, $this->folder->path.'/a.dng', new DngWanted());
                self::fail($says);
            } catch (CouldNotConvert $failure) {
                self::assertSame($says, $failure->getMessage());
            }
            self::assertSame(['a.orw'], array_values(array_diff((array) scandir($this->folder->path), ['.', '..'])), 'nothing is left');
        }
        $this->folder->put('a.dng', 'somebody else’s');
        try {
            $this->conversion()->convert($raw, $facts, $this->folder->path.'/a.dng', new DngWanted());
            self::fail('it took another’s place');
        } catch (CouldNotConvert $failure) {
            self::assertStringEndsWith('/a.dng could not be written: a file stands there already.', $failure->getMessage());
            self::assertSame('somebody else’s', file_get_contents($this->folder->path.'/a.dng'));
        }
        $this->expectExceptionMessage('/nowhere/.b.dng.part could not be written: No such file or directory.');
        $this->conversion()->convert($raw, $facts, '/nowhere/b.dng', new DngWanted());
    }

    /** DNG 1.4, OriginalRawFileData: its length, the places of its blocks, the blocks. */
    #[DataProvider('lengths')]
    public function testAnOriginalOfAnyLengthIsRestored(int $length): void
    {
        $raw = $this->folder->put('a.orw', 0 === $length ? '' : substr(str_repeat('A raw of the Orrel M4, '.random_bytes(1000), intdiv($length, 1000) + 1), 0, $length));
        $dng = $this->conversion()->convert($raw, new CaptureFacts(), $this->folder->path.'/a.dng', new DngWanted(1024, true))->path;
        $restored = '';
        self::assertSame('a.orw', EmbeddedOriginal::restore($dng, static function (string $piece) use (&$restored): void {
            $restored .= $piece;
        }));
        self::assertSame((string) file_get_contents($raw), $restored);
        $tiff = TiffReader::at(Bytes::ofFile($dng));
        $field = $tiff->ifd($tiff->first)?->entry(0xC68C);
        self::assertNotNull($field);
        self::assertSame([$length, 4 * (intdiv($length + 65535, 65536) + 2)], array_values((array) unpack('N2', $field->raw())), 'and the first block stands right behind the places');
    }

    /** @return iterable<array{int}> */
    public static function lengths(): iterable
    {
        yield 'one byte' => [1];
        yield 'a block' => [65_536];
        yield 'a block and a byte' => [65_537];
        yield 'several' => [300_001];
    }

    public function testOnlyABaselineJpegInColourIsAPreview(): void
    {
        $frame = static fn (int $marker, int $precision, int $components): string => "\xFF\xD8\xFF".\chr($marker).pack('nCnnC', 8 + 3 * $components, $precision, 30, 40, $components).str_repeat("\1\x21\0", $components)."\xFF\xD9";
        $preview = RenderedPreview::ofJpeg($frame(0xC0, 8, 3));
        self::assertSame([40, 30, [2, 1]], [$preview?->width, $preview?->height, $preview?->subsampling]);
        foreach (['progressive' => $frame(0xC2, 8, 3), 'grey' => $frame(0xC0, 8, 1), '12 bits' => $frame(0xC0, 12, 3), 'lossless' => $frame(0xC3, 16, 3), 'no JPEG' => 'GIF89a', 'cut' => "\xFF\xD8\xFF\xC0\0"] as $what => $jpeg) {
            self::assertNull(RenderedPreview::ofJpeg($jpeg), $what);
        }
    }

    #[DataProvider('sums')]
    public function testTheReceiptSaysWhatCameOfIt(Conversions $sum, string $says): void
    {
        self::assertSame($says, $sum->sentence());
    }

    /** @return iterable<array{Conversions, string}> */
    public static function sums(): iterable
    {
        yield 'none' => [new Conversions(0, 0, 0, 0, 0, 0, 0, 0), ''];
        yield 'all' => [new Conversions(84, 0, 84, 0, 2_310_000_000, 1_870_000_000, 0, 0), '84 raws, 2.31 GB, became 84 DNGs, 1.87 GB, all proven.'];
        yield 'on the way' => [new Conversions(3, 2, 1, 0, 25_000_000, 24_000_000, 0, 0), '1 raw, 25.0 MB, became 1 DNG, 24.0 MB, all proven. 2 are still to be converted.'];
        yield 'some not' => [new Conversions(3, 0, 1, 2, 25_000_000, 24_000_000, 1, 0), '1 raw, 25.0 MB, became 1 DNG, 24.0 MB, all proven. 2 raws could not be converted and stay as they are. 1 raw stays until its DNG is proven at every store.'];
        yield 'gone' => [new Conversions(1, 0, 1, 0, 25_000_000, 24_000_000, 0, 1), '1 raw, 25.0 MB, became 1 DNG, 24.0 MB, all proven. 1 raw was let go: the DNG is there in its place, at every store.'];
    }

    /** @param \Closure(): mixed $meanwhile done between decoding and proof */
    private function conversion(?Mosaic $again = null, ?\Closure $meanwhile = null): Conversion
    {
        $decoder = new class(self::mosaic(32, 36), $again, $meanwhile ?? static fn () => null) implements DecodesRaw {
            /** @param \Closure(): mixed $meanwhile */
            public function __construct(private readonly Mosaic $mosaic, private readonly ?Mosaic $again, private readonly \Closure $meanwhile)
            {
            }

            public function decode(string $path): DecodedRaw
            {
                $active = new Area(4, 4, 24, 28);

                return new DecodedRaw($this->mosaic, new Sensor(FilterPattern::of('RGGB') ?? throw new \LogicException(), $active, $active, new Levels([100, 100, 100, 101], 1000)), new SensorColour([2.0, 1.0, 1.5], null), 1, 'Orrel M4');
            }

            public function mosaic(string $path): Mosaic
            {
                ($this->meanwhile)();

                return $this->again ?? $this->mosaic;
            }
        };
        $previews = new class implements MakesPreviews {
            public function of(string $path, CaptureFacts $facts, int $edge): Previews
            {
                return new Previews(new Thumbnail(str_repeat("\x80", 3 * 24 * 28), 24, 28), []);
            }
        };

        return new Conversion($decoder, $previews);
    }

    private static function mosaic(int $width, int $height): Mosaic
    {
        return new Mosaic(pack('v*', ...array_map(static fn (int $i): int => 120 + ($i * 7) % 800, range(1, $width * $height))), $width, $height);
    }

    /** Each sample as a developer makes it: (r - black) x 65535 / (white - lowest black), cut off, in single precision. */
    private function developed(FilterPattern $pattern, Levels $levels, Mosaic $mosaic): string
    {
        $scale = unpack('g', pack('g', 65535 / ($levels->white - min($levels->black))));
        $scale = \is_array($scale) && \is_float($scale[1]) ? $scale[1] : 0.0;
        $out = '';
        foreach (array_values((array) unpack('v*', $mosaic->samples)) as $i => $sample) {
            $place = intdiv($i, $mosaic->width) % $pattern->rows * $pattern->columns + $i % $mosaic->width % $pattern->columns;
            $value = min(65535, (int) (max(0, (\is_int($sample) ? $sample : 0) - $levels->black[$place]) * $scale));
            $out .= pack('n3', ...array_map(static fn (string $colour): int => $colour === $pattern->colours[$place] ? $value : 0, ['R', 'G', 'B']));
        }

        return $out;
    }
}
