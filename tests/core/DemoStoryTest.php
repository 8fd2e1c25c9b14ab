<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\StationeryKind;
use VelvetLedger\Demo\Body;
use VelvetLedger\Demo\CameraFile;
use VelvetLedger\Demo\Canvas;
use VelvetLedger\Demo\CardMaker;
use VelvetLedger\Demo\Clip;
use VelvetLedger\Demo\Fault;
use VelvetLedger\Demo\Painter;
use VelvetLedger\Demo\Scene;
use VelvetLedger\Demo\Shot;
use VelvetLedger\Demo\Story;
use VelvetLedger\Demo\VoiceNote;
use VelvetLedger\Demo\Year;
use VelvetLedger\Tests\ExifTool;
use VelvetLedger\Tests\Folder;

/** The demo's cards hold what the tests and the measurements of hints take for their truth. */
final class DemoStoryTest extends TestCase
{
    public function testTheOrrelsCardHasAStrayThreeDaysAndEveryFault(): void
    {
        $shots = Story::orrel();
        $dates = array_count_values(array_map(static fn (Shot $shot): string => gmdate('Y-m-d', $shot->takenAt), $shots));
        self::assertSame(['2026-04-02' => 4, '2026-05-04' => 45, '2026-05-06' => 26, '2026-05-07' => 19], $dates);
        $faults = array_count_values(array_map(static fn (Shot $shot): string => $shot->fault->value, $shots));
        self::assertSame([Fault::None->value => 86, Fault::LensCap->value => 5, Fault::Shaken->value => 1, Fault::Blown->value => 2], $faults);
        self::assertCount(45, array_filter($shots, static fn (Shot $shot): bool => $shot->raw));
        self::assertSame([0.0, -2.0, 2.0], array_values(array_unique(array_column($shots, 'ev'))));
        $burst = array_filter($shots, static fn (Shot $shot): bool => $shot->seed === 4100 + 900);
        self::assertCount(8, $burst);
        self::assertSame(range(1198, 1291), array_column($shots, 'number'), 'the camera counts on');
        self::assertContains(CardMaker::DAMAGED, array_column($shots, 'number'));
        $moments = array_map(static fn (Shot $shot): string => \sprintf('%d.%02d', $shot->takenAt, $shot->centisecond), $shots);
        self::assertSame($moments, array_values(array_unique($moments)), 'no two frames of one moment');
    }

    public function testTheYearsSlipsAndOrdersAreOnesThatADeskTakes(): void
    {
        $slips = Year::slips();
        foreach ($slips as $name => $texts) {
            self::assertEquals($texts, StationeryKind::Rights->asOrdersWriteIt($texts), $name);
        }
        foreach (Year::orders() as $document) {
            $order = OrderDocument::read($document);
            self::assertSame($document['name'], $order->name);
            self::assertArrayHasKey((string) $order->made->stamps->slip, $slips, 'stamps a slip that there is');
        }
    }

    public function testTheSecondBodysClockIsAnHourFast(): void
    {
        $shot = Story::vantry()[0];
        self::assertSame('2026:05:04 21:20:40', CameraFile::clock(Body::orrelM4(), $shot));
        self::assertSame('2026:05:04 22:20:40', CameraFile::clock(Body::vantry6(), $shot));
    }

    public function testTheSameSeedPaintsTheSamePictureAndFaultsShowInThePixels(): void
    {
        $painter = new Painter();
        $mean = static function (Canvas $canvas): float {
            $sum = 0;
            for ($i = 0; $i < 96 * 64; ++$i) {
                $sum += imagecolorat($canvas->image, $i % 96, intdiv($i, 96)) >> 8 & 255;
            }

            return $sum / 96 / 64;
        };
        foreach (Scene::cases() as $scene) {
            $shot = new Shot($scene, 1, 0, 0, 77);
            $picture = $painter->paint($shot, 96, 64);
            self::assertSame($picture->jpeg(80), $painter->paint($shot, 96, 64)->jpeg(80), $scene->value);
            self::assertNotSame($picture->jpeg(80), $painter->paint(new Shot($scene, 1, 0, 0, 78), 96, 64)->jpeg(80), $scene->value);
            $blown = $painter->paint(new Shot($scene, 1, 0, 0, 77, fault: Fault::Blown), 96, 64);
            self::assertGreaterThan($mean($picture) + 20, $mean($blown), $scene->value);
        }
        self::assertLessThan(16, $mean($painter->paint(new Shot(Scene::SaltPans, 1, 0, 0, 77, fault: Fault::LensCap), 96, 64)));
    }

    public function testTheVoiceNoteAndTheClipAreWhatTheirNamesSay(): void
    {
        $folder = new Folder();
        $folder->put('n.wav', VoiceNote::wav());
        $folder->put('c.mov', Clip::mov());
        $said = ExifTool::said('-s3 -FileType -SampleRate -n', $folder->path.'/n.wav').ExifTool::said('-s3 -FileType', $folder->path.'/c.mov');
        self::assertSame("WAV\n8000\nMOV\n", $said);
    }

    public function testACardOfManyFramesIsLaidOutAsDcfAsks(): void
    {
        $reader = new Folder();
        $maker = new CardMaker($reader->path);
        $maker->many(25);
        $maker->spare();
        $names = glob($reader->path.'/MANY/DCIM/*/*');
        self::assertIsArray($names);
        self::assertCount(25, $names);
        foreach ($names as $name) {
            // CIPA DC-009: directories of three digits (100 to 999) and five characters, files of four and 0001 to 9999.
            self::assertMatchesRegularExpression('#/DCIM/[1-9]\d\d[A-Z0-9_]{5}/[A-Z0-9_]{4}(?!0000)\d{4}\.JPG$#', $name);
        }
        self::assertDirectoryExists($reader->path.'/SPARE/DCIM/100ORREL');
    }
}
