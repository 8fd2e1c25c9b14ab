<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\reference;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\CoreFactsReader;
use VelvetLedger\Core\Capture\FirstThatReads;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Card\Kind;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\Extent\FileExtent;
use VelvetLedger\Core\Format\Jpeg\JpegReader;
use VelvetLedger\Core\Format\NoPicture;
use VelvetLedger\Server\Tools\ExifToolReader;
use VelvetLedger\Tests\ExifTool;
use VelvetLedger\Tests\Folder;

/**
 * Every still among ExifTool's sample images (Debian source package libimage-exiftool-perl 12.57, t/images): the
 * core's capture facts against those of Debian's exiftool, and each difference with its reason.
 */
final class RealCamerasTest extends TestCase
{
    private const TAGS = '-Make -Model -SerialNumber -LensModel -DateTimeOriginal -SubSecTimeOriginal -OffsetTimeOriginal -ExposureTime -FNumber -ISO -FocalLength -ExposureCompensation -Orientation -ImageSize -Rating -ImageUniqueID';

    /** Endings that are left to ExifTool: no camera raw that is built on a published structure, and formats that no camera writes to a card. */
    private const LEFT_TO_EXIFTOOL = ['bmp', 'gif', 'jp2', 'jxl', 'png', 'psd', 'raw', 'webp'];

    /** Raws and their settings in a ZIP, which ExifTool takes for no picture either: brought in by their name, and dated by their file. */
    private const READ_BY_NOBODY = ['eip'];

    /** file => fact => why ours is another */
    private const DIFFERENCES = [
        'CanonRaw.crw' => ['orientation' => 'ours is derived from the heap\'s rotation; ExifTool gives rotation as a tag of its own'],
        'Casio.jpg' => ['iso' => 'only in Casio\'s note, which is not read'],
        'Casio2.jpg' => ['iso' => 'only in Casio\'s note, which is not read'],
        'CasioQVCI.jpg' => ['takenAt' => 'only in a QVCI segment of 1998, which is not read'],
        'DNG.dng' => ['serial' => 'the same number: ExifTool\'s JSON drops the leading zero of the text'],
        'ExifTool.jpg' => ['make' => 'a file made up for tests, with a CIFF segment beside Exif: ours is what Exif says', 'model' => 'as make', 'serial' => 'as make', 'takenAt' => 'as make', 'exposureSeconds' => 'as make', 'exposureBiasEv' => 'as make'],
        'ExifTool.tif' => ['takenAt' => 'only TIFF\'s DateTime is there, which ours falls back on'],
        'FLIR.jpg' => ['lens' => 'only in FLIR\'s own records, which are not read', 'offset' => 'as lens'],
        'FujiFilm.raf' => ['width' => 'ours is that of the JPEG inside, cut down for the test; ExifTool\'s is in Fujifilm\'s own records', 'height' => 'as width'],
        'InfiRay.jpg' => ['takenAt' => 'only TIFF\'s DateTime is there, which ours falls back on'],
        'Kodak.jpg' => ['exposureSeconds' => 'Exif says 1/180; ExifTool puts Kodak\'s note first', 'fNumber' => 'as exposureSeconds', 'iso' => 'only in Kodak\'s note, which is not read'],
        'Motorola.jpg' => ['serial' => 'only in Motorola\'s note, which is not read'],
        'NikonD70.jpg' => ['iso' => 'ExifTool prints the note\'s pair "0 200"; the sensitivity is 200'],
        'Pentax.jpg' => ['iso' => 'Exif says 100; ExifTool prints Pentax\'s code 6'],
        'PhaseOne.iiq' => ['rating' => 'only in a packet behind the image data, which is not read'],
        'Sigma.jpg' => ['exposureBiasEv' => 'Exif says 0; ExifTool puts Sigma\'s note first'],
        'Sigma.x3f' => ['orientation' => 'ours is derived from the header\'s rotation; ExifTool gives rotation as a tag of its own'],
        'SigmaDP2.x3f' => ['width' => 'ours is the raw\'s size; ExifTool\'s that of a preview cut down for the test', 'height' => 'as width'],
    ];

    private static function images(): string
    {
        return \dirname(__DIR__, 2).'/var/reference/exiftool/t/images';
    }

    /** @return iterable<string, array{string, array<mixed>}> */
    public static function stills(): iterable
    {
        $files = array_filter(FolderNames::in(self::images()), static fn (string $name): bool => Kind::ofPath($name)->isStill());
        $table = json_decode(ExifTool::said('-json -n '.self::TAGS, ...array_map(static fn (string $name): string => self::images().'/'.$name, array_values($files))), true);
        foreach (\is_array($table) ? $table : [] as $row) {
            if (\is_array($row) && \is_string($row['SourceFile'])) {
                yield basename($row['SourceFile']) => [basename($row['SourceFile']), $row];
            }
        }
    }

    /** @param array<mixed> $theirs */
    #[DataProvider('stills')]
    public function testOurFactsAreExifTools(string $file, array $theirs): void
    {
        $reader = new CoreFactsReader();
        $ending = pathinfo($file, \PATHINFO_EXTENSION);
        if (\in_array($ending, self::READ_BY_NOBODY, true)) {
            $this->expectException(BrokenFile::class);
            (new FirstThatReads($reader, new ExifToolReader()))->read(self::images().'/'.$file);
        }
        if (\in_array($ending, self::LEFT_TO_EXIFTOOL, true)) {
            try {
                $reader->read(self::images().'/'.$file);
                self::fail('the core reads it: take it off the list');
            } catch (BrokenFile) {
                self::assertSame('exiftool', (new FirstThatReads($reader, new ExifToolReader()))->read(self::images().'/'.$file)->readBy);
            }

            return;
        }
        $differing = [];
        foreach (self::pairs($reader->read(self::images().'/'.$file), $theirs) as $fact => [$ours, $expected]) {
            if (!self::same($ours, $expected)) {
                $differing[$fact] = [$ours, $expected];
            }
        }
        self::assertSame(array_keys(self::DIFFERENCES[$file] ?? []), array_keys($differing), json_encode($differing, \JSON_THROW_ON_ERROR));
    }

    /** rawtran's doc/IMG_5952.CR2: a whole file of 8.5 megapixels with its previews. */
    public function testAWholeCameraRawWithItsPreviews(): void
    {
        $file = \dirname(__DIR__, 2).'/var/reference/rawtran/doc/IMG_5952.CR2';
        $facts = (new CoreFactsReader())->read($file);
        $said = explode("\n", trim(ExifTool::said('-s3 -n -PreviewImageStart -PreviewImageLength -ThumbnailOffset -ThumbnailLength -DateTimeOriginal', $file)));
        $previews = [];
        foreach ($facts->previews as $preview) {
            $previews[$preview->offset] = $preview->length;
            $jpeg = JpegReader::at(Bytes::ofFile($file), $preview->offset);
            self::assertSame([$jpeg->width, $jpeg->height], [$preview->width, $preview->height]);
            self::assertNotFalse(imagecreatefromstring((string) file_get_contents($file, false, null, $preview->offset, max(0, $preview->length))));
        }
        self::assertSame((int) $said[1], $previews[(int) $said[0]] ?? null);
        self::assertSame((int) $said[3], $previews[(int) $said[2]] ?? null);
        self::assertSame(str_replace(':', '-', substr($said[4], 0, 10)), $facts->takenAt?->date());
    }

    /** Seeded damage to every family's file: an answer or a named error, never a crash or a long wait. */
    public function testDamageToAnyFamilyIsANamedErrorAtMost(): void
    {
        $random = new \Random\Randomizer(new \Random\Engine\Mt19937(5952));
        $folder = new Folder();
        $files = array_filter(FolderNames::in(self::images()), static fn (string $name): bool => Kind::ofPath($name)->isStill());
        $answers = 0;
        memory_reset_peak_usage();
        $memory = memory_get_usage();
        foreach ($files as $name) {
            $whole = (string) file_get_contents(self::images().'/'.$name);
            for ($i = 0; $i < 60; ++$i) {
                $bytes = $whole;
                for ($n = $random->getInt(1, 40); $n > 0; --$n) {
                    $bytes[$random->getInt(0, min(\strlen($bytes) - 1, 4000))] = \chr($random->getInt(0, 255));
                }
                $bytes = 0 === $i % 4 ? substr($bytes, 0, $random->getInt(0, \strlen($bytes))) : $bytes;
                try {
                    (new CoreFactsReader())->read($folder->put('f', $bytes));
                } catch (BrokenFile|NoPicture) {
                    ++$answers;
                }
            }
        }
        self::assertGreaterThan(100, $answers);
        self::assertGreaterThan(50, \count($files));
        self::assertLessThan(64 << 20, memory_get_peak_usage() - $memory);
    }

    /**
     * @param array<mixed> $exif
     *
     * @return array<string, array{mixed, mixed}>
     */
    private static function pairs(CaptureFacts $facts, array $exif): array
    {
        $text = static fn (string $tag): ?string => \is_scalar($exif[$tag] ?? null) ? trim((string) $exif[$tag]) : null;
        preg_match('/^(\d{4}):(\d\d):(\d\d) ([\d:]{8})(?:\.\d+)?([+-]\d\d:\d\d)?/', (string) $text('DateTimeOriginal'), $at);

        preg_match('/^(\d+) (\d+)$/', (string) $text('ImageSize'), $size); // of the picture that the camera would make, where it says so

        return [
            'make' => [$facts->gear->make, $text('Make')],
            'model' => [$facts->gear->model, $text('Model')],
            'serial' => [$facts->gear->serial, $text('SerialNumber')],
            'lens' => [$facts->gear->lens, $text('LensModel')],
            'takenAt' => [$facts->takenAt?->local, [] === $at ? null : "$at[1]-$at[2]-$at[3]T$at[4]"],
            'subsecond' => [$facts->takenAt?->subsecond, $text('SubSecTimeOriginal')],
            'offset' => [$facts->takenAt?->offset, $text('OffsetTimeOriginal') ?? ($at[5] ?? null)],
            'exposureSeconds' => [$facts->exposure->seconds, $exif['ExposureTime'] ?? null],
            'fNumber' => [$facts->exposure->fNumber, $exif['FNumber'] ?? null],
            'iso' => [$facts->exposure->iso, $exif['ISO'] ?? null],
            'focalLengthMm' => [$facts->exposure->focalLengthMm, $exif['FocalLength'] ?? null],
            'exposureBiasEv' => [$facts->exposure->biasEv, null === $text('ExposureCompensation') ? null : (float) $text('ExposureCompensation')],
            'orientation' => [$facts->image->orientation, $exif['Orientation'] ?? null],
            'width' => [$facts->image->width, $size[1] ?? null],
            'height' => [$facts->image->height, $size[2] ?? null],
            'rating' => [$facts->rating, $exif['Rating'] ?? null],
            'imageUniqueId' => [$facts->image->uniqueId, $text('ImageUniqueID')],
        ];
    }

    private static function same(mixed $ours, mixed $theirs): bool
    {
        if (\is_float($ours) && is_numeric($theirs)) {
            return abs($ours - (float) $theirs) <= 1e-6 * max(1.0, abs((float) $theirs));
        }

        return $ours === $theirs || (\is_scalar($ours) && \is_scalar($theirs) && (string) $ours === (string) $theirs);
    }

    /** Of these a part that is cut off is no picture's (what other programs wrote behind the end), or the format does not say how long it is. */
    private const NOT_TOLD = ['AFCP.jpg', 'ExifTool.jpg', 'FotoStation.jpg', 'Minolta.mrw', 'Panasonic.rw2'];

    public function testEveryRealFileReachesAsFarAsItSaysAndNoneDoesWhenItIsCutOff(): void
    {
        foreach (array_filter(FolderNames::in(self::images()), static fn (string $name): bool => Kind::ofPath($name)->isStill()) as $name) {
            $whole = (string) file_get_contents(self::images().'/'.$name);
            self::assertNull(FileExtent::shortfall(Bytes::ofString($whole))?->inWords(), $name);
            foreach ([0.9, 0.6, 0.25] as $share) {
                $cut = Bytes::ofString(substr($whole, 0, (int) ($share * \strlen($whole))));
                self::assertTrue(null !== FileExtent::shortfall($cut) || self::cannotBeRead($cut) || \in_array($name, self::NOT_TOLD, true), "$name cut to $share");
            }
        }
    }

    private static function cannotBeRead(Bytes $bytes): bool
    {
        try {
            CoreFactsReader::of($bytes);

            return false;
        } catch (BrokenFile|NoPicture) {
            return true;
        }
    }
}
