<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use PHPUnit\Framework\Attributes\DataProvider;
use Symfony\Component\Cache\Adapter\ArrayAdapter;
use VelvetLedger\Bench\FuzzRound;
use VelvetLedger\Bench\Mutations;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\CoreFactsReader;
use VelvetLedger\Core\Capture\FactsReader;
use VelvetLedger\Core\Card\CardContents;
use VelvetLedger\Core\Card\FrameReader;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\Budget;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\NoPicture;
use VelvetLedger\Core\Hint\Pixels;
use VelvetLedger\Server\Cards\CardHints;
use VelvetLedger\Server\Cards\CardReadings;
use VelvetLedger\Server\Pace\Pace;
use VelvetLedger\Server\Pages\ManyPictures;
use VelvetLedger\Tests\Stills;

/** No file costs more than its budget or ends in anything but facts or a sentence of ours, whatever stands in it. */
final class LyingFilesTest extends LedgerTestCase
{
    /** Of ExifTool's and rawtran's sample files, as in the reference tests; bin/ledger bench fuzz runs as many as wanted. */
    public function testThreeHundredMutatedFilesOfRealCameras(): void
    {
        $round = new FuzzRound(new Mutations(FuzzRound::files(\dirname(__DIR__, 2).'/var/reference')), $this->ledger()->getConnection());
        for ($seed = 1; $seed <= 300; ++$seed) {
            $round->run($seed);
            self::assertLessThan(32.0, $round->megabytes, "seed $seed");
        }
        self::assertSame(300, $round->read + $round->refused);
        self::assertGreaterThan(30, $round->read);
        self::assertSame($round->read, $round->stored);
        self::assertLessThanOrEqual(Budget::UNITS + 1, $round->most);
    }

    #[DataProvider('stalling')]
    public function testFilesMadeToStallAreLeftAtTheBudgetsEnd(string $bytes): void
    {
        $budget = new Budget();
        memory_reset_peak_usage();
        $before = memory_get_usage();
        try {
            CoreFactsReader::of(Bytes::ofString($bytes, $budget));
        } catch (BrokenFile|NoPicture) {
        }
        self::assertLessThanOrEqual(Budget::UNITS + 1, $budget->spent);
        self::assertLessThan(32e6, memory_get_peak_usage() - $before);
    }

    /** A directory that is damaged says of a picture that it has gigabytes: it is shown, and the next ones are, within the memory of a page. */
    public function testAPictureOfGigabytesIsShownFromItsFile(): void
    {
        $huge = $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09', 1));
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0002.JPG', Stills::jpeg('2026-05-04 21:14:12', 2));
        $file = fopen($huge, 'r+');
        self::assertNotFalse($file);
        self::assertTrue(ftruncate($file, 3_000_000_000)); // a hole: it takes no room
        fclose($file);
        $card = $this->card('CARD');
        $frames = $this->service(CardReadings::class)->whole($card)->frames;
        memory_reset_peak_usage();
        $before = memory_get_usage();
        self::assertSame([2, 2], \array_slice($this->service(CardHints::class)->within($card, $frames, 30), 0, 2));
        foreach (['ORL_0001', 'ORL_0002'] as $stem) {
            foreach ([160, 1600] as $edge) {
                self::assertStringStartsWith("\xFF\xD8", $this->service(ManyPictures::class)->ofCard($card->id, "DCIM/100ORREL/$stem.JPG", $edge));
            }
        }
        self::assertLessThan(64e6, memory_get_peak_usage() - $before);
    }

    /** Where pictures have no small preview, whole ones are measured: fewer at a time. */
    public function testAsManyPreviewsAreMeasuredAtOnceAsCanBeHeld(): void
    {
        $canvas = imagecreatetruecolor(600, 400);
        ob_start();
        imagejpeg($canvas);
        $bare = (string) ob_get_clean();
        foreach (range(1, 5) as $number) {
            $file = fopen($this->reader->put("CARD/DCIM/100ORREL/ORL_000$number.JPG", $bare, 1_777_900_000 + $number), 'r+');
            self::assertNotFalse($file);
            self::assertTrue(ftruncate($file, 20_000_000));
            fclose($file);
        }
        $counts = new class implements Pixels {
            /** @var list<int> */
            public array $counts = [];

            public function luminances(array $jpegs, int $edge, bool $grey = false): array
            {
                $this->counts[] = \count($jpegs);

                return array_map(static fn (): null => null, $jpegs);
            }
        };
        $card = $this->card('CARD');
        (new CardHints($counts, new ArrayAdapter(), new Pace()))->within($card, $this->service(CardReadings::class)->whole($card)->frames, 30);
        self::assertSame([2, 2, 1], $counts->counts);
    }

    public function testWhateverAReaderThrowsIsThatOneFilesSentence(): void
    {
        foreach (['ORL_0001', 'ORL_0002'] as $stem) {
            $this->reader->put("CARD/DCIM/100ORREL/$stem.JPG", Stills::jpeg('2026-05-04 21:14:09', (int) substr($stem, -1)));
        }
        $breaks = new class implements FactsReader {
            public function read(string $path): CaptureFacts
            {
                return str_contains($path, 'ORL_0001') ? throw new \TypeError("an offset\e[31m overflowed") : (new CoreFactsReader())->read($path);
            }
        };
        [$one, $two] = CardContents::read($this->card('CARD')->path, new FrameReader($breaks))->frames;
        self::assertSame('DCIM/100ORREL/ORL_0001.JPG: it could not be understood (an offset [31m overflowed)', $one->caution);
        self::assertTrue($one->isDatedByFile() && [] === $one->unreadable, 'it is copied all the same');
        self::assertNull($two->caution);
    }

    /** @return iterable<string, array{string}> */
    public static function stalling(): iterable
    {
        $pointers = static fn (int $tag, int $count, int $value, int $entries): string => pack('v', $entries).str_repeat(pack('vvVV', $tag, 4, $count, $value), $entries).pack('V', 0);
        $box = static fn (string $type, string $content): string => pack('N', \strlen($content) + 8).$type.$content;
        $exif = "Exif\0\0".substr("II*\0".pack('V', 8).$pointers(0x8769, 1000, 26, 1000), 0, 65_000);
        $heif = $box('ftyp', 'heic'.pack('N', 0).'mif1');
        $properties = $box('iprp', $box('ipco', str_repeat($box('ispe', pack('N3', 0, 9, 9)), 500)).$box('ipma', pack('NN', 0, 4096).str_repeat(pack('nC', 1, 255).str_repeat("\1", 255), 4096)));
        $places = $box('iloc', "\1\0\0\0\x88\x88".pack('n', 65_535).str_repeat("\xFF", 900_000));
        $list = 'SECp'.pack('V5', 0x20000, 256, 0, 0, 65_536).str_repeat(pack('VV', 0, 0), 256).str_repeat("A\0", 32_768);
        $x3f = 'FOVb'.str_repeat("\0", 60).$list;
        foreach ([
            'CRW, a heap in itself' => 'II'.pack('V', 26).'HEAPCCDR'.str_repeat("\0", 12).pack('v', 6).str_repeat(pack('vVV', 0x3001, 66, 0), 6).pack('V', 0),
            'X3F, one list named 64 times' => $x3f.'SECd'.pack('VV', 0x20000, 64).str_repeat(pack('VV', 64, \strlen($list)).'PROP', 64).pack('V', \strlen($x3f)),
            'JPEG, 400 Exif segments' => "\xFF\xD8".str_repeat("\xFF\xE1".pack('n', \strlen($exif) + 2).$exif, 400)."\xFF\xDA\0\2",
            'JPEG, 3 MB of fill bytes' => "\xFF\xD8".str_repeat("\xFF", 3_000_000),
            'TIFF, directories as a tree' => "II*\0".pack('V', 8).str_repeat($pointers(0x014A, 16, 100, 30), 200),
            'TIFF, 900 lists of 4,096 numbers' => "II*\0".pack('V', 8).pack('v', 900).implode('', array_map(static fn (int $i): string => pack('vvVV', 0x100 + $i, 12, 4096, 8), range(0, 899))).pack('V', 0).str_repeat("\1", 40_000),
            'MRW, 400,000 empty blocks' => "\0MRM".pack('N', 0x7FFFFFFF).str_repeat("\0ABC\0\0\0\0", 400_000),
            'HEIF, a million properties' => $heif.$box('meta', "\0\0\0\0".$places.$properties),
            'HEIF, 200,000 empty boxes' => $heif.str_repeat($box('free', ''), 200_000),
        ] as $name => $bytes) {
            yield $name => [$bytes];
        }
    }
}
