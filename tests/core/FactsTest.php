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
use VelvetLedger\Core\Capture\StoredImage;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\CouldNotRead;
use VelvetLedger\Core\Format\Jpeg\OrientedJpeg;
use VelvetLedger\Core\Format\NoPicture;
use VelvetLedger\Core\Format\Tiff\IfdDraft;
use VelvetLedger\Core\Format\Tiff\TiffWriter;
use VelvetLedger\Tests\ExifTool;
use VelvetLedger\Tests\Folder;
use VelvetLedger\Tests\Stills;

final class FactsTest extends TestCase
{
    public function testBothByteOrdersSayTheSame(): void
    {
        foreach (ByteOrder::cases() as $order) {
            $exif = (new IfdDraft($order))->text(0x9003, '2026:05:04 21:14:09')->text(0x9291, '07')->text(0x9011, '+01:00')
                ->rationals(0x829A, [1, 60])->rationals(0x829D, [28, 10])->shorts(0x8827, 65535)->longs(0x8832, 102400)->signedRationals(0x9204, [-2, 3]);
            $facts = self::read(TiffWriter::write($order, (new IfdDraft($order))->text(0x010F, 'Orrel')->text(0x0110, 'Orrel M4')->shorts(0x0112, 6)->below(0x8769, $exif)));
            self::assertSame(['2026-05-04T21:14:09', '07', '+01:00'], [$facts->takenAt?->local, $facts->takenAt?->subsecond, $facts->takenAt?->offset]);
            self::assertSame([2.8, 102400, 6, 'Orrel M4'], [$facts->exposure->fNumber, $facts->exposure->iso, $facts->image->orientation, $facts->gear->model]);
            self::assertEqualsWithDelta(1 / 60, $facts->exposure->seconds, 1e-9);
            self::assertEqualsWithDelta(-2 / 3, $facts->exposure->biasEv, 1e-9);
        }
    }

    /** CIPA DC-008-2019 (Exif 2.32) section 4.6.5: DateTimeOriginal is "YYYY:MM:DD HH:MM:SS", blanks where unknown. */
    public function testOnlyRealDatesCount(): void
    {
        self::assertNull(CapturedAt::fromExif('    :  :     :  :  '));
        self::assertNull(CapturedAt::fromExif('0000:00:00 00:00:00'));
        self::assertNull(CapturedAt::fromExif('2026:02:29 10:00:00'));
        self::assertSame('2028-02-29T23:59:59', CapturedAt::fromExif('2028:02:29 23:59:59')?->local);
        self::assertSame('2026-05-04T21:14:09.5', CapturedAt::fromExif('2026-05-04 21:14:09', '5   ')?->sortKey());
    }

    /** @return iterable<string, array{string, class-string<\Throwable>, string}> */
    public static function badFiles(): iterable
    {
        $jpeg = Stills::jpeg('2026-05-04 21:14:09');
        yield 'empty' => ['', NoPicture::class, 'empty'];
        yield 'zeros' => [str_repeat("\0", 70000), NoPicture::class, 'nothing but zeros'];
        yield 'text named .jpg' => ["Dear Tern & Tallow,\n", BrokenFile::class, 'no still-picture format known'];
        yield 'only a start' => [substr($jpeg, 0, 30), BrokenFile::class, 'no frame header'];
        yield 'TIFF without directory' => ["II*\0\xFF\xFF\xFF\x7F", BrokenFile::class, 'no directory at byte 2147483647'];
        yield 'TIFF of another version' => ["II+\0\x08\0\0\0", BrokenFile::class, 'the version number is 43'];
        yield 'segment shorter than its own length' => ["\xFF\xD8\xFF\xE1\0\1xxxx", BrokenFile::class, 'claims a length of 1'];
    }

    /** @param class-string<\Throwable> $error */
    #[DataProvider('badFiles')]
    public function testBadFilesGetANamedError(string $bytes, string $error, string $words): void
    {
        $this->expectException($error);
        $this->expectExceptionMessage($words);
        self::read($bytes);
    }

    public function testAFileThatIsNotThereIsACouldNotRead(): void
    {
        $this->expectException(CouldNotRead::class);
        (new CoreFactsReader())->read('/nowhere/ORL_0001.JPG');
    }

    /** A damaged file can say anything; what goes on from it fits screens, JSON and the database. */
    public function testWhatADamagedFileSaysIsCleanedWhereFactsAreMade(): void
    {
        $gear = new Gear("  Orrel\0\x1B[31m ", "M4\xFF", '', str_repeat('ü', 5000));
        self::assertSame(['Orrel [31m', 'M4?', null, 200], [$gear->make, $gear->model, $gear->serial, mb_strlen((string) $gear->lens)]);
        $exposure = new Exposure(\INF, \NAN, 9_999_999_999, -\INF, 0.5);
        self::assertSame([null, null, null, null, 0.5], [$exposure->seconds, $exposure->fNumber, $exposure->iso, $exposure->focalLengthMm, $exposure->biasEv]);
        $image = new StoredImage(9, \PHP_INT_MAX);
        self::assertSame([null, null], [$image->orientation, $image->width]);
        self::assertSame('123456789', CapturedAt::fromExif('2026:05:04 21:14:09', str_repeat('123456789', 9))?->subsecond);
        self::assertSame(['0001', '9999'], [substr(CapturedAt::fromFileTime(\PHP_INT_MIN)->local, 0, 4), substr(CapturedAt::fromFileTime(\PHP_INT_MAX)->local, 0, 4)]);
        self::assertSame(19, \strlen(CapturedAt::fromText('9999-12-31 23:59')?->movedBy(90_000_000)->local ?? ''));
    }

    public function testDirectoriesThatPointAtThemselvesEnd(): void
    {
        // One directory, one field, and the "next directory" pointer leading back to itself.
        $loop = "II*\0\x08\0\0\0\1\0\x12\1\3\0\1\0\0\0\3\0\0\0\x08\0\0\0";
        self::assertSame(3, self::read($loop)->image->orientation);
    }

    /** Thousands of seeded mutations: an answer or a named error, bounded in time and memory, never a crash. */
    public function testDamageNeverDoesMoreThanANamedError(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(20261123));
        $folder = new Folder();
        $wholes = [Stills::jpeg('2026-05-04 21:14:09'), Stills::raw('2026-05-04 21:14:09')];
        $answers = ['read' => 0, 'error' => 0];
        for ($i = 0; $i < 3000; ++$i) {
            $bytes = $wholes[$i % 2];
            for ($n = $random->getInt(1, 12); $n > 0; --$n) {
                $bytes[$random->getInt(0, min(\strlen($bytes) - 1, 2500))] = \chr($random->getInt(0, 255));
            }
            if (0 === $i % 5) {
                $bytes = substr($bytes, 0, $random->getInt(0, \strlen($bytes)));
            }
            try {
                (new CoreFactsReader())->read($folder->put('f', $bytes));
                ++$answers['read'];
            } catch (BrokenFile|NoPicture) {
                ++$answers['error'];
            }
        }
        self::assertSame(3000, array_sum($answers));
        self::assertGreaterThan(200, $answers['error']);
        self::assertGreaterThan(300, $answers['read']);
        self::assertLessThan(64 << 20, memory_get_peak_usage() - memory_get_usage());
    }

    /** GD's reader is the check here: the stream stays a whole JPEG, and exiftool sees the orientation. */
    public function testAPreviewIsGivenTheOrientationOfItsFile(): void
    {
        $folder = new Folder();
        $plain = substr(Stills::jpeg('2026-05-04 21:14:09'), 0);
        $turned = $folder->put('p.jpg', OrientedJpeg::of($plain, 6));
        self::assertNotFalse(imagecreatefromjpeg($turned));
        self::assertSame('6', trim(ExifTool::said('-s3 -n -Orientation', $turned)));
        self::assertSame($plain, OrientedJpeg::of($plain, 1));
    }

    private static function read(string $bytes): CaptureFacts
    {
        $folder = new Folder();

        return (new CoreFactsReader())->read($folder->put('file', $bytes));
    }
}
