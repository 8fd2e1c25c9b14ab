<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestDox;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use VelvetLedger\Core\Capture\CoreFactsReader;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\Frame;
use VelvetLedger\Core\Card\FrameReader;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\Extent\FileExtent;
use VelvetLedger\Tests\Folder;
use VelvetLedger\Tests\Stills;

/** Whether a still reaches as far as it says, by the structure of its format. */
final class ExtentTest extends TestCase
{
    /** @return iterable<string, array{string}> */
    public static function whole(): iterable
    {
        yield 'a JPEG: T.81 B.2, from SOI over a scan to EOI' => [self::jpeg()];
        yield 'a progressive one with two scans' => ["\xFF\xD8\xFF\xC2\0\x0B\x08\0\x08\0\x08\x01\x01\x11\0\xFF\xDA\0\x08\x01\x01\0\0\x3F\0ab\xFF\0c\xFF\xDA\0\x08\x01\x01\0\0\x3F\0de".str_repeat('x', 300)."\xFF\xD9"];
        yield 'a JPEG with more behind its end than is looked at' => [self::jpeg().str_repeat("\0", 200_000)];
        yield 'a TIFF with one strip' => [self::tiff(500)];
        yield 'a box file whose last box goes to its end' => ["\0\0\0\x10ftypheic\0\0\0\0\0\0\0\0mdat".str_repeat('p', 400)];
        yield 'a PNG: IHDR, IDAT, IEND' => [self::png()];
        yield 'a WebP' => ['RIFF'.pack('V', 404).'WEBP'.str_repeat('v', 400)];
    }

    #[DataProvider('whole')]
    public function testAStillThatIsWholeLacksNothingAndOneThatIsCutOffDoes(string $file): void
    {
        self::assertNull(FileExtent::shortfall(Bytes::ofString($file)));
        if (str_contains($file, 'mdat') || str_ends_with($file, "\0\0\0")) {
            return; // one does not say how long it is, of the other what is cut off is not its picture
        }
        foreach ([0.9, 0.5, 0.25] as $share) {
            $cut = substr($file, 0, (int) ($share * \strlen($file)));
            self::assertNotNull(FileExtent::shortfall(Bytes::ofString($cut)), "$share of it");
        }
    }

    public function testTheWordsSayHowMuchThereIsAndOfHowMuchWhereThatIsKnown(): void
    {
        self::assertSame('20 kB of a picture that says more', FileExtent::shortfall(Bytes::ofString(substr(self::jpeg(80_000), 0, 20_000)))?->inWords());
        self::assertSame('20 kB of a picture of 80 kB', FileExtent::shortfall(Bytes::ofString(substr(self::tiff(80_000), 0, 20_000)))?->inWords());
        self::assertSame('412 bytes of a picture of 500 bytes', FileExtent::shortfall(Bytes::ofString("\0\0\0\x10ftypheic\0\0\0\0".pack('N', 484).'mdat'.str_repeat('p', 388)))?->inWords());
    }

    #[TestDox('a JPEG cut at a quarter has a whole thumbnail, is read, and says what it lacks')]
    public function testAFrameThatIsCutOffIsReadAndSaysSo(): void
    {
        $card = new Folder();
        $root = $card->path;
        $jpeg = Stills::jpeg('2026-05-04 21:14:09');
        file_put_contents("$root/ORL_0001.JPG", substr($jpeg, 0, -40));
        $frame = new Frame([new CardFile('ORL_0001.JPG', \strlen($jpeg) - 40, 0)], 'ORL_0001');
        $read = (new FrameReader(new CoreFactsReader()))->read($root, $frame);
        self::assertNotNull($read->facts);
        self::assertSame(['ORL_0001.JPG'], array_keys($read->incomplete));
        self::assertSame([], $read->unreadable);
        file_put_contents("$root/ORL_0001.JPG", $jpeg);
        self::assertSame([], (new FrameReader(new CoreFactsReader()))->read($root, $frame)->incomplete);
    }

    public function testWhereverAStillIsCutOffBeforeItsEndItIsToldAndNowhereElse(): void
    {
        $random = new Randomizer(new Mt19937(7));
        foreach (['JPEG' => self::jpeg(4000), 'TIFF' => self::tiff(4000), 'PNG' => self::png()] as $format => $whole) {
            for ($round = 0; $round < 200; ++$round) {
                $length = $random->getInt(40, \strlen($whole) - 17);
                self::assertNotNull(FileExtent::shortfall(Bytes::ofString(substr($whole, 0, $length))), "$format cut to $length");
                $more = $whole.$random->getBytes($random->getInt(1, 3000));
                self::assertNull(FileExtent::shortfall(Bytes::ofString($more)), "$format with more behind it");
            }
        }
    }

    public function testBytesOfNoSenseCostLittleAndAreNotHeldToBeCutOff(): void
    {
        $random = new Randomizer(new Mt19937(8));
        foreach (['', "\xFF\xD8\xFF", "II*\0", "MM\0*", "\0\0\0\x18ftyp", "\x89PNG\r\n\x1A\n", 'RIFF', 'FUJIFILMCCD-RAW ', "II\x1A\0\0\0HEAPCCDR"] as $start) {
            for ($round = 0; $round < 50; ++$round) {
                $bytes = $start.$random->getBytes($random->getInt(1, 2000));
                $told = FileExtent::shortfall(Bytes::ofString($bytes)); // whatever it says, it says it
                self::assertTrue(null === $told || $told->bytes === \strlen($bytes));
            }
        }
        self::assertNull(FileExtent::shortfall(Bytes::ofString('no still at all')));
        self::assertNull(FileExtent::shortfall(Bytes::ofString('')));
    }

    public function testOffsetsThatCamerasSayElsewhereAreNoEnd(): void
    {
        $entries = [[0x0111, 4, 0xFFFFFFFF], [0x0117, 4, 90_000_000], [0x0118, 4, 400]];
        $directory = pack('v', \count($entries)).implode('', array_map(static fn (array $one): string => pack('vvVV', $one[0], $one[1], 1, $one[2]), $entries)).pack('V', 0);
        self::assertNull(FileExtent::shortfall(Bytes::ofString(str_pad('II'.pack('vV', 0x55, 8).$directory, 1000, 'r'))), 'as RW2 files have it');
    }

    private static function jpeg(int $coded = 600): string
    {
        return "\xFF\xD8\xFF\xE1\0\x10Exif\0\0MM\0\x2A\0\0\0\x08\xFF\xC0\0\x0B\x08\0\x08\0\x08\x01\x01\x11\0\xFF\xDA\0\x08\x01\x01\0\0\x3F\0".str_repeat("abc\xFF\0", intdiv($coded, 5))."\xFF\xD9";
    }

    private static function tiff(int $bytes): string
    {
        $entries = [[0x0100, 4, 8], [0x0101, 4, 8], [0x0111, 4, 100], [0x0117, 4, $bytes - 100]];
        $directory = pack('v', \count($entries)).implode('', array_map(static fn (array $one): string => pack('vvVV', $one[0], $one[1], 1, $one[2]), $entries)).pack('V', 0);

        return str_pad('II'.pack('vV', 42, 8).$directory, $bytes, 's');
    }

    private static function png(): string
    {
        $chunk = static fn (string $name, string $of): string => pack('N', \strlen($of)).$name.$of.pack('N', crc32($name.$of));

        return "\x89PNG\r\n\x1A\n".$chunk('IHDR', pack('NNCCCCC', 8, 8, 8, 0, 0, 0, 0)).$chunk('IDAT', str_repeat('d', 500)).$chunk('IEND', '');
    }
}
