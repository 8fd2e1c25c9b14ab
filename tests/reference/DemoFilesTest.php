<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\reference;

use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Capture\CoreFactsReader;
use VelvetLedger\Tests\ExifTool;
use VelvetLedger\Tests\Folder;
use VelvetLedger\Tests\Stills;

/** The demo cameras' files, before the reference programs of Debian: ExifTool (libimage-exiftool-perl) and LibRaw (libraw-bin). */
final class DemoFilesTest extends TestCase
{
    private Folder $folder;
    private string $jpeg;
    private string $raw;

    protected function setUp(): void
    {
        $this->folder = new Folder();
        $this->jpeg = $this->folder->put('ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09', 7, 31));
        $this->raw = $this->folder->put('ORL_0001.ORW', Stills::raw('2026-05-04 21:14:09', 7));
    }

    public function testExifToolFindsTheJpegValidAndTheRawButForItsTiffEpMark(): void
    {
        self::assertSame("OK\n", ExifTool::said('-s3 -validate', $this->jpeg));
        // ISO 12234-2 asks for TIFF/EPStandardID in the main directory; ExifTool's table of TIFF tags does not list it there.
        self::assertSame("1 Warning (minor)\n", ExifTool::said('-s3 -validate', $this->raw));
        self::assertStringContainsString('TIFF-EPStandardID', ExifTool::said('-s3 -a -validate -warning', $this->raw));
    }

    public function testOurFactsAreExifToolsFacts(): void
    {
        foreach ([$this->jpeg, $this->raw] as $file) {
            $exif = ExifTool::tags($file, '-n -Make -Model -SerialNumber -LensModel -DateTimeOriginal -SubSecTimeOriginal -OffsetTimeOriginal -ExposureTime -FNumber -ISO -FocalLength -ExposureCompensation -Orientation -ImageUniqueID');
            $ours = (new CoreFactsReader())->read($file);
            self::assertSame(
                [$exif['Make'], $exif['Model'], $exif['SerialNumber'], $exif['LensModel'], $exif['ISO'], $exif['Orientation'], $exif['ImageUniqueID'], $exif['OffsetTimeOriginal']],
                [$ours->gear->make, $ours->gear->model, $ours->gear->serial, $ours->gear->lens, $ours->exposure->iso, $ours->image->orientation, $ours->image->uniqueId, $ours->takenAt?->offset],
            );
            self::assertEqualsWithDelta([$exif['ExposureTime'], $exif['FNumber'], $exif['FocalLength'], $exif['ExposureCompensation']], [$ours->exposure->seconds, $ours->exposure->fNumber, $ours->exposure->focalLengthMm, $ours->exposure->biasEv], 1e-9);
            self::assertSame(str_replace(':', '-', substr(\is_string($exif['DateTimeOriginal']) ? $exif['DateTimeOriginal'] : '', 0, 10)), $ours->takenAt?->date());
        }
    }

    public function testLibRawDecodesTheWholeMosaic(): void
    {
        $said = self::said('unprocessed_raw -T '.$this->raw);
        self::assertStringContainsString("Image size: 192x128\nRaw size: 216x144\nMargins: top=16, left=24\n", $said);
        self::assertSame([216, 144], [(new CoreFactsReader())->read($this->raw)->image->width, (new CoreFactsReader())->read($this->raw)->image->height]);
        self::assertStringContainsString('cblack[6 .. 9]: 512 514 513 511', self::said('raw-identify -v '.$this->raw), 'black, channel by channel');
        self::assertStringContainsString('Orrel M4', self::said('raw-identify '.$this->raw));
    }

    private static function said(string $command): string
    {
        return (string) shell_exec($command.' 2>/dev/null');
    }
}
