<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\CoreFactsReader;
use VelvetLedger\Core\Capture\FactsDocument;
use VelvetLedger\Core\Capture\Preview;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\Iptc\IptcRecord;
use VelvetLedger\Core\Format\Jpeg\JpegXmp;
use VelvetLedger\Core\Format\Xmp\XmpPacket;
use VelvetLedger\Core\Format\Xmp\XmpTree;
use VelvetLedger\Tests\ExifTool;
use VelvetLedger\Tests\Folder;
use VelvetLedger\Tests\Stills;

/** XMP packets (ISO 16684-1), IPTC records (IIM 4.2), and capture facts as plain data. */
final class PacketsTest extends TestCase
{
    private const RDF = '<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description xmlns:xmp="http://ns.adobe.com/xap/1.0/" %s</rdf:Description></rdf:RDF></x:xmpmeta>';

    /** @return iterable<string, array{string, int|null}> */
    public static function packets(): iterable
    {
        yield 'as attribute' => [\sprintf(self::RDF, 'xmp:Rating="4">'), 4];
        yield 'as element' => [\sprintf(self::RDF, '><xmp:Rating>5</xmp:Rating>'), 5];
        yield 'under another prefix' => [str_replace('xmp:', 'z:', \sprintf(str_replace('xmlns:xmp', 'xmlns:z', self::RDF), '><z:Rating>2</z:Rating>')), 2];
        // XMP Part 1 section 8.4: -1 is rejected, 0 to 5 otherwise.
        yield 'rejected' => [\sprintf(self::RDF, 'xmp:Rating="-1">'), -1];
        yield 'out of range' => [\sprintf(self::RDF, 'xmp:Rating="9">'), null];
        yield 'not a number' => [\sprintf(self::RDF, 'xmp:Rating="many">'), null];
        yield 'in a wrapper with padding' => ['<?xpacket begin="" id="W5M0MpCehiHzreSzNTczkc9d"?>'.\sprintf(self::RDF, 'xmp:Rating="3">').'<?xpacket end="w"?>'."\0\0  \n", 3];
        yield 'without one' => [\sprintf(self::RDF, '>'), null];
        yield 'cut off' => [substr(\sprintf(self::RDF, 'xmp:Rating="3">'), 0, 90), null];
        yield 'no XML' => ['Rating=3', null];
        yield 'with an entity to load' => ['<!DOCTYPE x [<!ENTITY e SYSTEM "file:///etc/hostname">]>'.\sprintf(self::RDF, 'xmp:Rating="3">&e;'), null];
    }

    /** @return iterable<string, array{string}> what takes a parser more than its length, in time or in memory */
    public static function bombs(): iterable
    {
        $flat = static fn (string $text): string => mb_convert_encoding($text, 'UTF-7', 'UTF-8');
        $type = '<!DOCTYPE x [<!ENTITY e0 "'.str_repeat('e', 100).'">'.implode('', array_map(static fn (int $i): string => \sprintf('<!ENTITY e%d "%s">', $i, str_repeat('&e'.($i - 1).';', 10)), range(1, 8))).']>';
        $says = static fn (string $text): string => \sprintf(self::RDF, "xmp:Rating=\"3\"><xmp:Label>$text</xmp:Label>");
        yield 'entities of entities' => [$type.$says('&e8;')];
        // Taking one declaration out of another leaves a third.
        yield 'a document type in an encoding that another declaration hid' => ['<?x<?xml ?>ml version="1.0" encoding="UTF-7"?>'.$flat($type.$says('&e8;'))];
        yield 'the same, behind a declaration of ours' => ['<?xml version="1.0"?><?xpacket begin=""?><?xml version="1.0" encoding="UTF-7"?>'.$flat($type.$says('&e8;'))];
        yield 'in UTF-16' => [mb_convert_encoding($type.$says('&e8;'), 'UTF-16LE', 'UTF-8')];
        yield 'a hundred thousand elements within each other' => [$says(str_repeat('<xmp:a>', 100_000).str_repeat('</xmp:a>', 100_000))];
        yield 'sixty thousand attributes' => [\sprintf(self::RDF, implode(' ', array_map(static fn (int $i): string => "xmp:a$i=''", range(1, 60_000))).'>')];
        yield 'thirty thousand namespaces' => [\sprintf(self::RDF, implode(' ', array_map(static fn (int $i): string => "xmlns:a$i='$i' a$i:a=''", range(1, 30_000))).'>')];
        yield 'declarations that never end' => [str_repeat('<?xml ', 200_000).$says('3')];
        yield 'no end of it' => [$says(str_repeat('long ', 5_000_000))];
    }

    #[DataProvider('bombs')]
    public function testAPacketThatWouldTakeMoreThanItsLengthIsRefused(string $packet): void
    {
        $before = memory_get_usage();
        memory_reset_peak_usage();
        try {
            XmpTree::parse($packet);
            self::fail('it was read');
        } catch (BrokenFile) {
            self::assertLessThan(8 * \strlen($packet) + 20_000_000, memory_get_peak_usage() - $before);
        }
    }

    public function testManyPropertiesAreReadAndDividedOnceEach(): void
    {
        $tree = XmpTree::parse(\sprintf(self::RDF, '>'.implode('', array_map(static fn (int $i): string => "<xmp:a$i>$i</xmp:a$i>", range(1, 20_000)))));
        [$packet, $extension] = JpegXmp::divide($tree);
        self::assertLessThanOrEqual(JpegXmp::MOST, \strlen($packet));
        self::assertStringContainsString('<xmp:a7>7</xmp:a7>', $packet.$extension);
    }

    #[DataProvider('packets')]
    public function testRating(string $packet, ?int $rating): void
    {
        self::assertSame($rating, XmpPacket::of($packet)->rating());
    }

    public function testAJpegsPacketGivesTheRatingAndExifToolAgrees(): void
    {
        $folder = new Folder();
        $file = $folder->put('a.jpg', Stills::jpeg('2026-05-04 21:14:09'));
        ExifTool::write('-XMP:Rating=4', $file);
        self::assertSame(4, (new CoreFactsReader())->read($file)->rating);
        $raw = $folder->put('a.tif', Stills::raw('2026-05-04 21:14:09'));
        ExifTool::write('-XMP:Rating=2', $raw);
        self::assertSame(2, (new CoreFactsReader())->read($raw)->rating);
    }

    public function testIptcsDateIsTakenWhereExifHasNone(): void
    {
        $folder = new Folder();
        $picture = imagecreatetruecolor(16, 16);
        self::assertNotFalse($picture);
        $file = $folder->path.'/plain.jpg';
        imagejpeg($picture, $file);
        ExifTool::write('-IPTC:DateCreated=2026:05:04 -IPTC:TimeCreated=21:14:09-05:00', $file);
        $taken = (new CoreFactsReader())->read($file)->takenAt;
        self::assertSame(['2026-05-04T21:14:09', '-05:00'], [$taken?->local, $taken?->offset]);
    }

    /** IIM 4.2 chapter 1: a dataset is 1C, record, number, length; resources are padded to even lengths. */
    public function testIptcRecordsWholeAndDamaged(): void
    {
        $set = static fn (int $number, string $value): string => "\x1C\2".\chr($number).pack('n', \strlen($value)).$value;
        $resource = static fn (int $id, string $data): string => '8BIM'.pack('n', $id)."\0\0".pack('N', \strlen($data)).$data.str_repeat("\0", \strlen($data) % 2);
        $whole = $resource(0x0425, 'odd').$resource(0x0404, $set(0, "\0\2").$set(55, '20260504').$set(60, '211409+0100'));
        self::assertSame(['2026:05:04 21:14:09', '+01:00'], [IptcRecord::ofResources($whole)->createdAt(), IptcRecord::ofResources($whole)->offset()]);
        foreach (['', '8BIM', substr($whole, 0, 20), $resource(0x0404, $set(55, '20260504')), $resource(0x0404, "\x1C\2\x37\xFF\xFFx")] as $damaged) {
            self::assertNull(IptcRecord::ofResources($damaged)->createdAt());
        }
    }

    public function testFactsSurviveBeingKeptAsPlainData(): void
    {
        $folder = new Folder();
        $facts = (new CoreFactsReader())->read($folder->put('a', Stills::raw('2026-05-04 21:14:09')));
        $document = json_decode(json_encode(FactsDocument::of($facts), \JSON_THROW_ON_ERROR), true);
        self::assertIsArray($document);
        self::assertEquals($facts, FactsDocument::toFacts($document));
        self::assertEquals(new CaptureFacts(), FactsDocument::toFacts([]));
        self::assertEquals(new CaptureFacts(previews: [new Preview(1, 2, null, null)]), FactsDocument::toFacts(['previews' => [['offset' => 1, 'length' => 2], 'x', ['offset' => 'y']], 'iso' => 'many']));
    }

    public function testTheSmallestPreviewThatIsLargeEnoughIsChosen(): void
    {
        $facts = new CaptureFacts(previews: [new Preview(1, 1, 160, 120), new Preview(2, 1, 640, 480), new Preview(3, 1, 1600, 1200)]);
        self::assertSame([1, 2, 3, 3], array_map(static fn (int $edge): ?int => $facts->previewFor($edge)?->offset, [100, 161, 641, 5000]));
        self::assertNull((new CaptureFacts())->previewFor(100));
    }
}
