<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\reference;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Filesystem\Filesystem;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\CoreFactsReader;
use VelvetLedger\Core\Dng\CarriedRecords;
use VelvetLedger\Core\Dng\Conversion;
use VelvetLedger\Core\Dng\Converted;
use VelvetLedger\Core\Dng\CouldNotConvert;
use VelvetLedger\Core\Dng\DngWanted;
use VelvetLedger\Core\Dng\EmbeddedOriginal;
use VelvetLedger\Core\Format\LosslessJpeg\Arrangement;
use VelvetLedger\Core\Format\LosslessJpeg\LosslessJpeg;
use VelvetLedger\Core\Format\LosslessJpeg\Predictor;
use VelvetLedger\Server\Tools\DecodesWithLibRaw;
use VelvetLedger\Server\Tools\ExifWithExifTool;
use VelvetLedger\Server\Tools\PreviewsOfRaw;
use VelvetLedger\Tests\ExifTool;
use VelvetLedger\Tests\Folder;
use VelvetLedger\Tests\Stills;

/**
 * Our DNGs before programs of others: ExifTool, tiffinfo, LibRaw, and jpeg-lossless-decoder-js for the tiles. The raws are
 * the whole one of a real camera in Debian's source package of rawtran, and those of the demo's cameras.
 */
final class DngTest extends TestCase
{
    private const REAL = __DIR__.'/../../var/reference/rawtran/doc/IMG_5952.CR2';

    private Folder $folder;

    protected function setUp(): void
    {
        $this->folder = new Folder();
    }

    /** Every predictor, of one component: of more this decoder gives 8 bits, and LibRaw's is asked below. What is flat, random, of 12, 14 and 16 bits, as large as one pixel, and differences of 32,768. */
    public function testAnIndependentDecoderGivesTheSamplesBack(): void
    {
        mt_srand(12);
        $kinds = ['flat' => static fn (): int => 700, 'random' => static fn (): int => mt_rand(0, 65535), '12 bits' => static fn (): int => mt_rand(0, 4095), '14 bits, dark' => static fn (): int => 512 + mt_rand(0, 60), 'extremes' => static fn (): int => [0, 32768, 65535][mt_rand(0, 2)]];
        $lines = '';
        foreach ($kinds as $kind => $sample) {
            foreach ([[1, 1], [7, 5], [33, 2], [48, 48]] as [$width, $height]) {
                $samples = pack('v*', ...array_map($sample, range(1, $width * $height)));
                foreach (Predictor::cases() as $predictor) {
                    if (Predictor::Mean === $predictor && ('random' === $kind || 'extremes' === $kind)) {
                        continue; // this decoder halves without rounding down, which shows where a sum wraps around
                    }
                    $name = "$kind $width x $height $predictor->value";
                    $jpeg = (new LosslessJpeg([new Arrangement()], [$predictor]))->encode($samples, $width, $height);
                    $lines .= $this->folder->put("$name.jpg", $jpeg)."\t".$this->folder->put("$name.raw", $samples)."\n";
                }
            }
        }
        self::assertSame('', (string) shell_exec('node '.escapeshellarg(__DIR__.'/decode-jpegs.mjs').' < '.escapeshellarg($this->folder->put('all.txt', $lines)).' 2>&1'));
    }

    public function testARealCamerasRawBecomesADngThatSaysAndShowsTheSame(): void
    {
        $this->check(self::REAL, 'IMG_5952');
    }

    public function testTheDemosRawsBecomeDngsThatSayAndShowTheSame(): void
    {
        foreach (['two by two' => Stills::raw('2026-05-04 21:14:09', 7), 'six by six' => Stills::sixBySix('2026-05-04 21:14:10', 8)] as $name => $bytes) {
            $this->check($this->folder->put("$name.raw", $bytes), $name);
        }
    }

    /** DNG 1.4 chapter 4: what each DNG must have (from memory of the specification), and what right colours need. */
    public function testTheTagsThatTheSpecificationAsksForAreThere(): void
    {
        $dng = $this->convert(self::REAL)->path;
        $tags = json_decode(ExifTool::said('-j -G1 -n -a', $dng), true);
        $tags = \is_array($tags) && \is_array($tags[0] ?? null) ? $tags[0] : [];
        $wanted = [
            'IFD0:DNGVersion' => '1 4 0 0', 'IFD0:DNGBackwardVersion' => '1 1 0 0', 'IFD0:UniqueCameraModel' => 'Canon EOS 30D', 'IFD0:SubfileType' => 1,
            'IFD0:CalibrationIlluminant1' => 21, 'IFD0:ColorMatrix1' => '0.6257 -0.0303 -0.1 -0.788 1.5621 0.2396 -0.1714 0.1904 0.7046', 'IFD0:OriginalRawFileName' => 'IMG_5952.CR2', 'IFD0:BaselineExposure' => 0, 'IFD0:MakerNoteSafety' => 1, 'IFD0:Orientation' => 1,
            'SubIFD:SubfileType' => 0, 'SubIFD:PhotometricInterpretation' => 32803, 'SubIFD:Compression' => 7, 'SubIFD:BitsPerSample' => 16, 'SubIFD:SamplesPerPixel' => 1, 'SubIFD:PlanarConfiguration' => 1,
            'SubIFD:ImageWidth' => 3596, 'SubIFD:ImageHeight' => 2360, 'SubIFD:CFARepeatPatternDim' => '2 2', 'SubIFD:CFAPattern2' => '0 1 1 2', 'SubIFD:CFAPlaneColor' => '0 1 2', 'SubIFD:CFALayout' => 1,
            'SubIFD:BlackLevelRepeatDim' => '2 2', 'SubIFD:BlackLevel' => '128 128 127 128', 'SubIFD:WhiteLevel' => 4095, 'SubIFD:ActiveArea' => '12 74 2360 3596', 'SubIFD:DefaultCropOrigin' => '10 7', 'SubIFD:DefaultCropSize' => '3504 2336', 'SubIFD:DefaultScale' => '1 1',
            'SubIFD1:SubfileType' => 1, 'SubIFD1:Compression' => 7, 'SubIFD1:PhotometricInterpretation' => 6,
        ];
        self::assertEquals($wanted, array_intersect_key($tags, $wanted));
        // 2226, 1024, 1485 as the camera balanced it: a neutral thing is 1024/2226, 1, 1024/1485.
        $neutral = array_map(floatval(...), explode(' ', \is_string($tags['IFD0:AsShotNeutral'] ?? null) ? $tags['IFD0:AsShotNeutral'] : ''));
        self::assertEqualsWithDelta([0.460018, 1.0, 0.689562], $neutral, 1e-6);
    }

    public function testTheOriginalIsRestoredByteForByteByUsAndByExifTool(): void
    {
        $dng = $this->convert(self::REAL, new DngWanted(1024, true))->path;
        $restored = '';
        self::assertSame('IMG_5952.CR2', EmbeddedOriginal::restore($dng, static function (string $piece) use (&$restored): void { $restored .= $piece; }));
        self::assertSame(hash_file('sha256', self::REAL), hash('sha256', $restored));
        self::assertSame(hash_file('sha256', self::REAL), hash('sha256', ExifTool::said('-b -OriginalRawImage', $dng)));
        self::assertSame(\strlen($restored), filesize(self::REAL));
        $bytes = (string) file_get_contents($dng);
        $at = \strlen($bytes) - 400_000;
        $bytes = substr_replace($bytes, \chr(\ord($bytes[$at]) ^ 1), $at, 1);
        $this->expectExceptionMessage('The original raw file in damaged.dng is damaged: its digest is another. Nothing was restored.');
        EmbeddedOriginal::restore($this->folder->put('damaged.dng', $bytes), static fn (string $piece) => self::fail('nothing is given of what is damaged'));
    }

    /** Headers of raws that are no TIFF, in ExifTool's package: all that ExifTool reads there of Exif and maker note, it reads in what is carried over. */
    public function testExifAndMakerNotesOfRawsNotBuiltOnTiffAreFound(): void
    {
        foreach (['CanonRaw.cr3' => 'Canon', 'FujiFilm.raf' => 'FujiFilm'] as $name => $maker) {
            $raw = \dirname(self::REAL, 3)."/exiftool/t/images/$name";
            copy($raw, $odd = $this->folder->path."/100%d $name");
            $found = (new ExifWithExifTool(new Filesystem()))->in($odd);
            self::assertNotNull($found, $name);
            $records = CarriedRecords::of($odd, new CaptureFacts(), new ExifWithExifTool(new Filesystem()));
            self::assertTrue($records->noteKeepsItsPlace(), $name);
            // Not of Exif or the note, but of boxes beside them: version of the coder, pictures. Of one fraction ExifTool rounds the last digits.
            $read = static function (string $file) use ($maker): array {
                return array_diff_key(ExifTool::tags($file, "-G1 -ExifIFD:all -$maker:all -x CompressorVersion -x PreviewImage -x ThumbnailImage -x FocalPlaneYResolution -x FocalPlaneXResolution"), ['SourceFile' => '']);
            };
            [$theirs, $ours] = [$read($odd), $read($this->folder->put("$name.exif", $found))];
            self::assertGreaterThan(25, \count($theirs), $name);
            self::assertEquals($theirs, array_intersect_key($ours, $theirs), $name);
        }
        self::assertNull((new ExifWithExifTool(new Filesystem()))->in($this->folder->put('words.raf', 'none')));
    }

    public function testWhatCannotBeConvertedSaysWhyAndLeavesNothing(): void
    {
        $dng = $this->convert(self::REAL)->path;
        $refused = [
            'again.dng was not converted: it is a DNG already.' => $this->folder->put('again.dng', (string) file_get_contents($dng)),
            'words.orw was not converted: LibRaw does not know it as a raw.' => $this->folder->put('words.orw', 'no raw at all'),
            'black.orw was not converted: its filters, black and white level cannot be told, or too little light is in it.' => $this->folder->put('black.orw', Stills::black('2026-05-04 21:14:09')),
        ];
        foreach ($refused as $says => $file) {
            try {
                $this->convert($file);
                self::fail("no error: $says");
            } catch (CouldNotConvert $failure) {
                self::assertSame($says, $failure->getMessage());
            }
        }
        $cut = $this->folder->put('cut.CR2', substr((string) file_get_contents(self::REAL), 0, 3_000_000));
        try {
            self::assertSame(3596, $this->convert($cut)->width, 'LibRaw fills what is missing, and so it is in the DNG');
        } catch (CouldNotConvert $failure) {
            self::assertStringStartsWith('cut.CR2 was not converted: ', $failure->getMessage());
        }
        self::assertSame([], glob($this->folder->path.'/.*.part'));
    }

    private function check(string $raw, string $name): void
    {
        $made = $this->convert($raw);
        $q = escapeshellarg(...);
        self::assertSame("OK\n", ExifTool::said('-s3 -validate', $made->path), $name);
        self::assertDoesNotMatchRegularExpression('/warning|error/i', (string) shell_exec("tiffinfo {$q($made->path)} 2>&1 >/dev/null"), $name);
        // What the camera recorded, maker notes and all: but for how pixels are stored, and what DNG adds.
        $said = static function (string $file): array {
            $tags = ExifTool::tags($file, '-G1 -struct --System:all --File:all --Composite:all --IFD1:all --IFD2:all --IFD3:all --SubIFD:all --SubIFD1:all --InteropIFD:all -x ExifImageWidth -x ExifImageHeight');

            return array_filter($tags, static fn (string $tag): bool => 1 !== preg_match('/^(SourceFile|ExifTool:.*|IFD0:(?!Make$|Model$|Software|ModifyDate|Artist|Copyright|ImageDescription|Orientation).*)$/', $tag), \ARRAY_FILTER_USE_KEY);
        };
        self::assertGreaterThan(12, \count($said($raw)), $name);
        self::assertEquals($said($raw), $said($made->path), $name);
        // The same picture, developed by LibRaw with the same options: matrix, levels, balance and margins are right.
        foreach (['raw' => $raw, 'dng' => $made->path] as $which => $file) {
            symlink($file, $this->folder->path."/$name-$which");
            shell_exec("cd {$q($this->folder->path)} && dcraw_emu -w -W -6 {$q("$name-$which")}");
        }
        [$one, $two] = array_map(fn (string $which): string => (string) file_get_contents($this->folder->path."/$name-$which.ppm"), ['raw', 'dng']);
        self::assertGreaterThan(100_000, \strlen($one), $name);
        self::assertSame(\strlen($one), \strlen($two), $name);
        $most = 0;
        for ($at = \strlen($one) % 2; $at < \strlen($one); $at += 99_990) {
            $a = (array) unpack('n*', substr($one, $at, 3000));
            $b = (array) unpack('n*', substr($two, $at, 3000));
            foreach ($a as $i => $value) {
                $most = max($most, abs((\is_int($value) ? $value : 0) - (\is_int($b[$i]) ? $b[$i] : 0)));
            }
        }
        self::assertLessThanOrEqual(8, $most, "$name: of 65,535");
    }

    private function convert(string $raw, DngWanted $wanted = new DngWanted(1024)): Converted
    {
        $files = new Filesystem();
        try {
            $facts = (new CoreFactsReader())->read($raw);
        } catch (\RuntimeException) {
            $facts = new CaptureFacts();
        }

        return (new Conversion(new DecodesWithLibRaw($files), new PreviewsOfRaw($files)))->convert($raw, $facts, $this->folder->path.'/'.bin2hex(random_bytes(4)).'.dng', $wanted);
    }
}
