<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Format\ByteOrder;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\Jpeg\JpegReader;
use VelvetLedger\Core\Format\Tiff\FieldType;
use VelvetLedger\Core\Format\Tiff\IfdDraft;
use VelvetLedger\Core\Format\Tiff\TiffReader;
use VelvetLedger\Core\Format\Tiff\TiffWriter;
use VelvetLedger\Tests\ExifTool;
use VelvetLedger\Tests\Folder;

/** TIFF 6.0 section 2: header, directories, fields, types. */
final class TiffTest extends TestCase
{
    /** @return iterable<string, array{ByteOrder}> */
    public static function orders(): iterable
    {
        yield 'II' => [ByteOrder::Little];
        yield 'MM' => [ByteOrder::Big];
    }

    #[DataProvider('orders')]
    public function testWhatIsWrittenIsReadBack(ByteOrder $order): void
    {
        $below = (new IfdDraft($order))->text(0x9003, 'below')->longs(0x1000, 7);
        $second = (new IfdDraft($order))->shorts(0x0103, 6)->block(0x0201, 0x0202, 'thumbnail bytes');
        $first = (new IfdDraft($order))->text(0x010F, 'Orrel')->shorts(0x0102, 8, 9, 10)->longs(0x0100, 70000)
            ->rationals(0x011A, [300, 1], [1, 3])->signedRationals(0x9204, [-2, 3])->raw(0x828E, "\0\1\1\2", FieldType::Byte)->raw(0x927C, 'odd')
            ->below(0x8769, $below);
        $reader = TiffReader::at(Bytes::ofString('before'.TiffWriter::write($order, $first, $second)), 6);
        self::assertSame($order, $reader->order);
        [$main, $next] = $reader->chain($reader->first);
        self::assertSame(['Orrel', 9, 70000, 300.0], [$main->text(0x010F), $main->int(0x0102, 1), $main->int(0x0100), $main->real(0x011A)]);
        self::assertEqualsWithDelta([1 / 3, -2 / 3], [$main->real(0x011A, 1), $main->real(0x9204)], 1e-12);
        self::assertSame([[0, 1, 1, 2], 'odd'], [$main->numbers(0x828E), $main->raw(0x927C)]);
        self::assertSame('below', $reader->children($main, 0x8769)[0]->text(0x9003));
        self::assertSame('thumbnail bytes', $reader->bytes->read($reader->base + (int) $next->int(0x0201), (int) $next->int(0x0202)));
        self::assertSame(array_keys($main->entries), self::ascending(array_keys($main->entries)), 'fields stand in ascending order of tag');
    }

    /** tiffdump of Debian's libtiff-tools is not asked: exiftool reads the same structure here and finds nothing to warn of. */
    #[DataProvider('orders')]
    public function testExifToolReadsWhatIsWritten(ByteOrder $order): void
    {
        $folder = new Folder();
        $image = (new IfdDraft($order))->longs(0x0100, 2)->longs(0x0101, 2)->shorts(0x0102, 8, 8, 8)->shorts(0x0103, 1)->shorts(0x0106, 2)
            ->text(0x010F, 'Orrel')->shorts(0x0115, 3)->longs(0x0116, 2)->rationals(0x011A, [72, 1])->rationals(0x011B, [72, 1])->shorts(0x0128, 2)
            ->block(0x0111, 0x0117, '123456789012');
        $file = $folder->put('a.tif', TiffWriter::write($order, $image));
        self::assertSame("Orrel\n2x2\nOK\n", ExifTool::said('-s3 -Make -ImageSize -validate', $file));
    }

    public function testEveryTypeOfFieldIsDecoded(): void
    {
        $order = ByteOrder::Big;
        $table = [
            [FieldType::SByte, "\xFE\1", [-2, 1]],
            [FieldType::SShort, "\xFF\xFE\0\1", [-2, 1]],
            [FieldType::SLong, "\xFF\xFF\xFF\xFE\0\0\0\1", [-2, 1]],
            [FieldType::Float, pack('GG', 0.5, -2.0), [0.5, -2.0]],
            [FieldType::Double, pack('EE', 0.25, -4.0), [0.25, -4.0]],
            [FieldType::Rational, pack('N*', 1, 4, 5, 0), [0.25, null]],
            [FieldType::Ifd, pack('N*', 8, 9), [8, 9]],
        ];
        foreach ($table as [$type, $values, $expected]) {
            $file = 'MM'.pack('nN', 42, 8).pack('nnnNN', 1, 0x1234, $type->value, 2, 26).pack('N', 0).$values;
            if ($type->size() * 2 <= 4) {
                $file = 'MM'.pack('nN', 42, 8).pack('nnnN', 1, 0x1234, $type->value, 2).str_pad($values, 4, "\0").pack('N', 0);
            }
            $ifd = TiffReader::at(Bytes::ofString($file))->ifd(8);
            self::assertSame($expected, $ifd?->numbers(0x1234), $type->name);
        }
    }

    public function testFieldsThatPointNowhereAreMissingAndNothingMore(): void
    {
        $file = 'II'.pack('vV', 42, 8).pack('v', 3)
            .pack('vvVV', 0x010F, 2, 1000, 500)
            .pack('vvVV', 0x0110, 2, 0xFFFFFFFF, 0x7FFFFFFF)
            .pack('vvVV', 0x0112, 3, 1, 6)
            .pack('V', 0xFFFFFFF0);
        $reader = TiffReader::at(Bytes::ofString($file));
        $chain = $reader->chain($reader->first);
        self::assertCount(1, $chain, 'the next directory lies outside');
        self::assertSame([null, null, 6, [], null], [$chain[0]->text(0x010F), $chain[0]->text(0x0110), $chain[0]->int(0x0112), $chain[0]->numbers(0x9999), $chain[0]->raw(0x010F)]);
    }

    public function testAbsurdCountsOfFieldsAndOfDirectoriesAreRefused(): void
    {
        self::assertNull(TiffReader::at(Bytes::ofString('II'.pack('vV', 42, 8).pack('v', 60000).str_repeat("\0", 100)))->ifd(8));
        $many = 'II'.pack('vV', 42, 8);
        for ($i = 0; $i < 200; ++$i) {
            $many .= pack('v', 1).pack('vvVV', 0x0112, 3, 1, 1).pack('V', 8 + 18 * ($i + 1));
        }
        $reader = TiffReader::at(Bytes::ofString($many));
        self::assertCount(32, $reader->chain($reader->first));
    }

    /** ITU-T T.81 Annex B: fill bytes before a marker (B.1.1.2), frame headers of table B.1. */
    public function testJpegSegmentsUpToTheFirstScan(): void
    {
        $sof = static fn (int $marker): string => "\xFF".\chr($marker).pack('nCnnC', 11, 8, 480, 640, 1)."\1\x11\0";
        $jpeg = JpegReader::at(Bytes::ofString("\xFF\xD8\xFF\xE1\0\4ab\xFF\xFF\xFF\xC4\0\3x".$sof(0xC2)."\xFF\xDA\0\2\xFF\xE1\0\4no"));
        self::assertSame([0xE1, 0xC4, 0xC2], array_column($jpeg->segments, 'marker'));
        self::assertSame([640, 480, false], [$jpeg->width, $jpeg->height, $jpeg->isLossless()]);
        self::assertTrue(JpegReader::at(Bytes::ofString("\xFF\xD8".$sof(0xC3)))->isLossless());
    }

    public function testBytesReadAcrossPagesAndNoFurtherThanTheEnd(): void
    {
        $folder = new Folder();
        $content = random_bytes(50_000);
        $bytes = Bytes::ofFile($folder->put('f', $content));
        foreach ([[0, 10], [8190, 5], [8000, 20_000], [0, 50_000], [49_999, 1]] as [$offset, $length]) {
            self::assertSame(substr($content, $offset, $length), $bytes->read($offset, $length));
        }
        self::assertSame(substr($content, -5), $bytes->upTo(49_995, 100));
        self::assertSame(['', ''], [$bytes->upTo(50_000, 4), $bytes->upTo(-3, 4)]);
        $this->expectExceptionMessage('the file ends at byte 50000, but byte 50001 is needed');
        $bytes->read(49_999, 2);
    }

    /**
     * @param list<int> $tags
     *
     * @return list<int>
     */
    private static function ascending(array $tags): array
    {
        sort($tags);

        return $tags;
    }
}
