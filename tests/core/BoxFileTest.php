<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\CoreFactsReader;
use VelvetLedger\Core\Format\BoxFile\Box;
use VelvetLedger\Core\Format\BoxFile\BoxReader;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\Tiff\IfdDraft;
use VelvetLedger\Core\Format\Tiff\TiffWriter;
use VelvetLedger\Tests\ExifTool;
use VelvetLedger\Tests\Folder;

/** ISO/IEC 14496-12 (box structure, 4.2; meta boxes, 8.11) and 23008-12 (HEIF: Exif items, Annex A; image size, 6.5.3). */
final class BoxFileTest extends TestCase
{
    public function testBoxesOfEveryKindOfSize(): void
    {
        $bytes = Bytes::ofString(
            self::box('free', 'abc')
            .pack('N', 1).'wide'.pack('J', 20).'data'
            .pack('N', 28).'uuid'.hex2bin('85c0b687820f11e08111f4ce462b6a48').'self'
            .pack('N', 0).'lastto the end',
        );
        $boxes = array_map(static fn (Box $box): array => [$box->type, $bytes->read($box->at, $box->length)], BoxReader::boxes($bytes, 0, $bytes->size));
        self::assertSame([['free', 'abc'], ['wide', 'data'], ['85c0b687820f11e08111f4ce462b6a48', 'self'], ['last', 'to the end']], $boxes);
    }

    #[TestWith(["\0\0\0\x07free"], 'a size below its own head')]
    #[TestWith(["\xFF\xFF\xFF\xFFfreeabc"], 'a size past the end')]
    #[TestWith(["\0\0\0\1freeab"], 'a wide size cut off')]
    public function testDamagedSizesEndTheList(string $file): void
    {
        self::assertLessThanOrEqual(1, \count(BoxReader::boxes(Bytes::ofString($file), 0, \strlen($file))));
    }

    public function testABoxThatIsMissingIsNamed(): void
    {
        $this->expectException(BrokenFile::class);
        $this->expectExceptionMessage('there is no "moov" box');
        BoxReader::find(Bytes::ofString(self::box('ftyp', 'crx ')), 'moov');
    }

    /** Two byte widths of the item tables, as writers differ: version 0 and 1 of iloc, 2 and 3 of infe, narrow and wide ipma. */
    #[TestWith([false])]
    #[TestWith([true])]
    public function testAHeicSaysItsExifAndTheSizeOfItsPrimaryImage(bool $wide): void
    {
        $facts = self::read(self::heic(self::exif(), $wide, 'heic'));
        self::assertSame(['2026-05-04T21:14:09', 'Orrel', 'Orrel M4', 400, 6], [$facts->takenAt?->local, $facts->gear->make, $facts->gear->model, $facts->exposure->iso, $facts->image->orientation]);
        self::assertSame([4032, 3024], [$facts->image->width, $facts->image->height]);
    }

    public function testAnAvifIsReadTheSameWay(): void
    {
        self::assertSame('Orrel M4', self::read(self::heic(self::exif(), false, 'avif'))->gear->model);
    }

    public function testADamagedExifItemTakesNothingFromThePicture(): void
    {
        $facts = self::read(self::heic('not a TIFF', false, 'heic'));
        self::assertSame([null, 4032], [$facts->takenAt, $facts->image->width]);
    }

    /** ExifTool, the reference program, reads the same file the same way. */
    public function testExifToolAgreesThatOurHeicIsOne(): void
    {
        $folder = new Folder();
        $file = $folder->put('a.heic', self::heic(self::exif(), true, 'heic'));
        self::assertSame("HEIC\nOrrel M4\n4032\n3024\n2026:05:04 21:14:09\n", ExifTool::said('-s3 -FileType -Model -ImageWidth -ImageHeight -DateTimeOriginal', $file));
    }

    private static function exif(): string
    {
        $exif = (new IfdDraft(ByteOrder::Big))->text(0x9003, '2026:05:04 21:14:09')->shorts(0x8827, 400);

        return TiffWriter::write(ByteOrder::Big, (new IfdDraft(ByteOrder::Big))->text(0x010F, 'Orrel')->text(0x0110, 'Orrel M4')->shorts(0x0112, 6)->below(0x8769, $exif));
    }

    private static function heic(string $tiff, bool $wide, string $brand): string
    {
        $item = pack('N', 6)."Exif\0\0".$tiff;
        $id = static fn (int $number): string => pack($wide ? 'N' : 'n', $number);
        $infe = static fn (int $number, string $type): string => self::box('infe', \chr($wide ? 3 : 2)."\0\0\0".$id($number)."\0\0".$type."\0");
        $iinf = self::box('iinf', "\0\0\0\0".pack('n', 2).$infe(1, 'hvc1').$infe(2, 'Exif'));
        $ispe = self::box('ispe', "\0\0\0\0".pack('NN', 4032, 3024));
        $thumb = self::box('ispe', "\0\0\0\0".pack('NN', 320, 240));
        $index = $wide ? pack('n', 0x8002) : "\x82";
        $ipma = self::box('ipma', "\0\0\0".($wide ? "\1" : "\0").pack('N', 1).pack('n', 1)."\1".$index);
        $iprp = self::box('iprp', self::box('ipco', $thumb.$ispe).$ipma);
        $head = self::box('ftyp', $brand.pack('N', 0).'mif1'.$brand);
        $meta = static function (int $offset) use ($id, $wide, $iinf, $iprp, $item): string {
            $extent = $wide ? pack('JJ', $offset, \strlen($item)) : pack('NN', $offset, \strlen($item));
            $iloc = self::box('iloc', ($wide ? "\2" : "\0")."\0\0\0".pack('n', $wide ? 0x8800 : 0x4400).$id(1).$id(2).($wide ? "\0\0" : '').pack('n', 0).pack('n', 1).$extent);

            return self::box('meta', "\0\0\0\0".self::box('hdlr', "\0\0\0\0\0\0\0\0pict".str_repeat("\0", 13)).self::box('pitm', "\0\0\0\0".pack('n', 1)).$iinf.$iloc.$iprp);
        };
        $offset = \strlen($head) + \strlen($meta(0)) + 8;

        return $head.$meta($offset).self::box('mdat', $item);
    }

    private static function box(string $type, string $contents): string
    {
        return pack('N', 8 + \strlen($contents)).$type.$contents;
    }

    private static function read(string $bytes): CaptureFacts
    {
        $folder = new Folder();

        return (new CoreFactsReader())->read($folder->put('file', $bytes));
    }
}
