<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Component\Cache\Adapter\ArrayAdapter;
use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\Process\Exception\ProcessSignaledException;
use Symfony\Component\Process\Process;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\CoreFactsReader;
use VelvetLedger\Core\Capture\FactsReader;
use VelvetLedger\Core\Capture\FirstThatReads;
use VelvetLedger\Core\Capture\Preview;
use VelvetLedger\Core\Card\CardContents;
use VelvetLedger\Core\Card\CardWalker;
use VelvetLedger\Core\Card\FrameGrouping;
use VelvetLedger\Core\Card\FrameReader;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\Extent\FileExtent;
use VelvetLedger\Core\Hint\FrameHint;
use VelvetLedger\Core\Hint\Luminance;
use VelvetLedger\Demo\Body;
use VelvetLedger\Demo\CameraFile;
use VelvetLedger\Demo\Fault;
use VelvetLedger\Demo\Painter;
use VelvetLedger\Demo\Scene;
use VelvetLedger\Demo\Shot;
use VelvetLedger\Server\Cards\CardHints;
use VelvetLedger\Server\Pace\Pace;
use VelvetLedger\Server\Pages\ManyPictures;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\Settings\Settings;
use VelvetLedger\Server\Tools\CouldNotMakePicture;
use VelvetLedger\Server\Tools\ExifToolReader;
use VelvetLedger\Server\Tools\KeptPictures;
use VelvetLedger\Server\Tools\Pictures;
use VelvetLedger\Server\Tools\PixelsWithVips;
use VelvetLedger\Server\Tools\RendersStills;
use VelvetLedger\Tests\ExifTool;
use VelvetLedger\Tests\Stills;

/** The adapters to libvips and ExifTool. */
final class PicturesTest extends LedgerTestCase
{
    public function testASmallPictureIsTheCamerasOwnThumbnailAndALargerOneIsScaledAndKept(): void
    {
        $file = $this->reader->put('a.JPG', CameraFile::jpeg(Body::orrelM4(), self::shot(Fault::None), (new Painter())->paint(self::shot(Fault::None), 1536, 1024)));
        $facts = (new CoreFactsReader())->read($file);
        $pictures = new Pictures(new KeptPictures(Home::fromEnvironment(), new Settings([])), new RendersStills(new Filesystem()));
        $thumbnail = $facts->previews[0];
        self::assertSame(substr((string) file_get_contents($file), $thumbnail->offset, $thumbnail->length), $pictures->of($file, $facts, 160));
        $scaled = $pictures->of($file, $facts, 480);
        self::assertSame([480, 320], \array_slice((array) getimagesizefromstring($scaled), 0, 2));
        $kept = glob(Home::fromEnvironment()->path.'/cache/pictures/??/*.jpg');
        self::assertContains($scaled, array_map(file_get_contents(...), \is_array($kept) ? $kept : []));
        self::assertSame($scaled, $pictures->of($file, $facts, 480));
    }

    /** Exif orientation 6: the top of the picture is at the right of what is stored (DC-008 section 4.6.4). */
    #[TestWith([1, 480, 320])]
    #[TestWith([3, 480, 320])]
    #[TestWith([6, 320, 480])]
    #[TestWith([8, 320, 480])]
    public function testPicturesAreUprightHoweverTheCameraWasHeld(int $orientation, int $width, int $height): void
    {
        $file = $this->reader->put('a.ORW', CameraFile::raw(Body::orrelM4(), self::shot(Fault::None), (new Painter())->paint(self::shot(Fault::None), 1536, 1024)->scaled(1200, 800)));
        ExifTool::write("-n -IFD0:Orientation=$orientation", $file);
        $facts = (new CoreFactsReader())->read($file);
        self::assertSame($orientation, $facts->image->orientation);
        self::assertSame([$width, $height], \array_slice((array) getimagesizefromstring((new Pictures(new KeptPictures(Home::fromEnvironment(), new Settings([])), new RendersStills(new Filesystem())))->of($file, $facts, 480)), 0, 2));
    }

    /** As libvips and libheif write them (HEVC in ISO/IEC 23008-12), the date put in by ExifTool; and cut to two thirds. */
    #[TestWith(['HEIC'])]
    #[TestWith(['PNG'])]
    #[TestWith(['TIF'])]
    public function testStillsOfOtherFormatsHaveADateAPictureAndAnEnd(string $extension): void
    {
        $jpeg = $this->reader->put('a.jpg', CameraFile::jpeg(Body::orrelM4(), self::shot(Fault::None), (new Painter())->paint(self::shot(Fault::None), 768, 512)));
        $name = 'CARD/DCIM/100ORREL/ORL_0001.'.$extension;
        $file = $this->reader->put($name, '');
        (new Process(['vips', 'copy', $jpeg, $this->reader->path.'/b.'.strtolower($extension).('HEIC' === $extension ? '[strip,effort=0]' : '[strip]')], null, null, null, 300))->mustRun();
        rename($this->reader->path.'/b.'.strtolower($extension), $file);
        ExifTool::said(['-overwrite_original', '-DateTimeOriginal=2026:05:04 21:14:09'], $file);
        $read = (new FrameReader($this->service(FactsReader::class)))->read($this->reader->path.'/CARD', FrameGrouping::of((new CardWalker())->list($this->reader->path.'/CARD')->files)->frames[0]);
        self::assertSame(['2026-05-04T21:14:09', []], [$read->takenAt()->local, $read->incomplete]);
        $pictures = $this->service(ManyPictures::class);
        $id = $this->card('CARD')->id;
        foreach ([[160, [160, 107]], [Pictures::WHOLE, [768, 512]]] as [$edge, $size]) {
            self::assertSame($size, \array_slice((array) getimagesizefromstring($pictures->ofCard($id, 'DCIM/100ORREL/ORL_0001.'.$extension, $edge)), 0, 2));
        }
        $this->reader->put($name, substr((string) file_get_contents($file), 0, intdiv(2 * (int) filesize($file), 3)));
        self::assertNotNull(FileExtent::shortfall(Bytes::ofFile($file)));
    }

    public function testAPreviewThatCannotBeDecodedOrIsNotThereIsSaidSo(): void
    {
        $file = $this->reader->put('a.JPG', "\xFF\xD8\xFF\xE0".str_repeat('not a picture', 400));
        $pictures = new Pictures(new KeptPictures(Home::fromEnvironment(), new Settings([])), new RendersStills(new Filesystem()));
        $said = [];
        foreach ([new CaptureFacts(), new CaptureFacts(previews: [new Preview(0, 4000, 4000, 3000)])] as $facts) {
            try {
                $pictures->of($file, $facts, 480);
            } catch (CouldNotMakePicture $error) {
                $said[] = $error->getMessage();
            }
        }
        self::assertCount(2, $said);
        self::assertStringContainsString('cannot be decoded', $said[0], 'nor rendered');
        self::assertStringContainsString('cannot be decoded', $said[1]);
        self::assertNull((new PixelsWithVips(new Filesystem()))->luminances(['not a picture'], 100)[0]);
    }

    public function testBrightnessIsThatOfRec601AndScaledToTheEdge(): void
    {
        $image = imagecreatetruecolor(400, 200);
        self::assertNotFalse($image);
        imagefill($image, 0, 0, (int) imagecolorallocate($image, 200, 100, 50));
        ob_start();
        imagejpeg($image, null, 100);
        [$picture, $none] = (new PixelsWithVips(new Filesystem()))->luminances([(string) ob_get_clean(), "\xFF\xD8 no picture"], 100);
        self::assertNull($none);
        self::assertSame([100, 50], [$picture?->width, $picture?->height]);
        self::assertSame([(int) round(0.299 * 200 + 0.587 * 100 + 0.114 * 50)], array_keys($picture?->histogram() ?? []));
    }

    /** A progressive JPEG (ITU-T T.81, annex G) has all its coefficients held at once: 64,000 x 64,000 of them are 8 GB. */
    public function testAPictureThatSaysItIsHugeCostsOnlyItself(): void
    {
        $image = imagecreatetruecolor(64, 64);
        self::assertNotFalse($image);
        imageinterlace($image, true);
        ob_start();
        imagejpeg($image);
        $honest = (string) ob_get_clean();
        $lie = substr_replace($honest, pack('nn', 64_000, 64_000), (int) strpos($honest, "\xFF\xC2") + 5, 4);
        $found = (new PixelsWithVips(new Filesystem()))->luminances(['a' => $honest, 'b' => $lie, 'c' => $honest], 32);
        self::assertSame(['a' => 32, 'b' => null, 'c' => 32], array_map(static fn (?Luminance $one): ?int => $one?->width, $found));
        $file = $this->reader->put('a.JPG', $lie);
        $this->expectExceptionMessage('takes more time or memory to decode');
        (new Pictures(new KeptPictures(Home::fromEnvironment(), new Settings([])), new RendersStills(new Filesystem())))->of($file, new CaptureFacts(previews: [new Preview(0, \strlen($lie), 64_000, 64_000)]), 480);
    }

    public function testHintsComeBitByBitAndStay(): void
    {
        foreach ([Fault::None, Fault::LensCap, Fault::Blown] as $i => $fault) {
            $shot = self::shot($fault, $i + 1);
            $this->reader->put(\sprintf('CARD/DCIM/100ORREL/ORL_%04d.JPG', $i + 1), CameraFile::jpeg(Body::orrelM4(), $shot, (new Painter())->paint($shot, 480, 320)));
        }
        $frames = CardContents::read($this->card('CARD')->path, new FrameReader(new CoreFactsReader()))->frames;
        $hints = new CardHints(new PixelsWithVips(new Filesystem()), new ArrayAdapter(), new Pace());
        self::assertSame([0, 3, []], $hints->within($this->card('CARD'), $frames, -1));
        $found = $hints->within($this->card('CARD'), $frames, 60);
        self::assertSame([3, 3], [$found[0], $found[1]]);
        self::assertSame([['black'], ['blown']], array_map(static fn (array $some): array => array_map(static fn (FrameHint $one): string => $one->hint->value, $some), array_values($found[2])));
        self::assertEquals($found, $hints->within($this->card('CARD'), $frames, -1), 'what was measured is kept');
    }

    public function testExifToolReadsWhatTheCoreDoesNotAndOnlyPictures(): void
    {
        $image = imagecreatetruecolor(30, 20);
        self::assertNotFalse($image);
        imagepng($image, $this->reader->path."/it's a picture.png");
        $reader = new FirstThatReads(new CoreFactsReader(), new ExifToolReader());
        $facts = $reader->read($this->reader->path."/it's a picture.png");
        self::assertSame(['exiftool', 30, 20], [$facts->readBy, $facts->image->width, $facts->image->height]);
        self::assertSame('core', $reader->read($this->reader->put('a.JPG', Stills::jpeg('2026-05-04 21:14:09')))->readBy);
        foreach (['text' => 'a text file', "line\nbreak" => "\x89PNG\r\n\x1A\n".str_repeat('x', 600)] as $name => $content) {
            try {
                $reader->read($this->reader->put($name, $content));
                self::fail("$name was read");
            } catch (BrokenFile $error) {
                self::assertStringContainsString('no still-picture format known here', $error->getMessage());
            }
        }
        self::assertSame(30, $reader->read($this->reader->path."/it's a picture.png")->image->width, 'and goes on after an error');
    }

    public function testExifToolEndsWithTheProcessThatAskedIt(): void
    {
        $image = imagecreatetruecolor(30, 20);
        self::assertNotFalse($image);
        imagepng($image, $this->reader->path.'/a.png');
        $asks = new Process([\PHP_BINARY, '-r', 'require $argv[1]; $r = new VelvetLedger\Server\Tools\ExifToolReader(); echo $r->read($argv[2])->readBy, "\n"; sleep(60);', \dirname(__DIR__, 2).'/vendor/autoload.php', $this->reader->path.'/a.png']);
        $asks->start();
        $asks->waitUntil(static fn (string $type, string $said): bool => str_contains($said, 'exiftool'));
        $children = explode(' ', trim((string) file_get_contents(\sprintf('/proc/%d/task/%1$d/children', (int) $asks->getPid()))));
        self::assertStringContainsString('stay_open', (string) file_get_contents("/proc/$children[0]/cmdline"));
        try {
            $asks->signal(\SIGKILL);
            $asks->wait();
        } catch (ProcessSignaledException) {
        }
        $until = microtime(true) + 5;
        while (microtime(true) < $until && '' !== (string) @file_get_contents("/proc/$children[0]/cmdline")) {
            usleep(20_000);
        }
        self::assertSame('', (string) @file_get_contents("/proc/$children[0]/cmdline"), 'it is gone, or waits to be buried');
    }

    private static function shot(Fault $fault, int $number = 1): Shot
    {
        return new Shot(Scene::SaltPans, $number, 1_777_900_000 + 60 * $number, 0, 9, fault: $fault);
    }
}
