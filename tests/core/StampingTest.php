<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\Picture\CodedPicture;
use VelvetLedger\Core\Format\Xmp\KeywordTree;
use VelvetLedger\Core\Format\Xmp\XmpName;
use VelvetLedger\Core\Format\Xmp\XmpTree;
use VelvetLedger\Core\Stamp\FrameStamp;
use VelvetLedger\Core\Stamp\IndentedList;
use VelvetLedger\Core\Stamp\Keyword;
use VelvetLedger\Core\Stamp\Origin;
use VelvetLedger\Core\Stamp\Place;
use VelvetLedger\Core\Stamp\Stamp;
use VelvetLedger\Core\Stamp\StampChange;
use VelvetLedger\Core\Stamp\StampField;
use VelvetLedger\Core\Stamp\StampStyle;
use VelvetLedger\Core\Stamp\StampsXmp;
use VelvetLedger\Core\Stamp\StampTexts;
use VelvetLedger\Core\Stamp\Written;
use VelvetLedger\Server\Tools\IptcNamesOfExifTool;
use VelvetLedger\Tests\ExifTool;
use VelvetLedger\Tests\Folder;
use VelvetLedger\Tests\Stills;

/** Stamps as XMP (ISO 16684-1), the vocabulary's list, and what of a file is its picture. */
final class StampingTest extends TestCase
{
    private const OTHERS = '<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">'
        .'<rdf:Description rdf:about="" xmlns:xap="http://ns.adobe.com/xap/1.0/" xap:Rating="2" xmlns:o="http://other.example/" o:kept="yes"><o:deep rdf:parseType="Resource"><o:a>1 &amp; 2</o:a><o:list><rdf:Seq><rdf:li>x</rdf:li></rdf:Seq></o:list></o:deep></rdf:Description>'
        .'<rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/"><dc:subject><rdf:Bag><rdf:li>theirs</rdf:li><rdf:li>quay</rdf:li></rdf:Bag></dc:subject>'
        .'<dc:rights><rdf:Alt><rdf:li xml:lang="x-default">old</rdf:li><rdf:li xml:lang="en-GB">old</rdf:li><rdf:li xml:lang="cy">hen</rdf:li></rdf:Alt></dc:rights></rdf:Description></rdf:RDF></x:xmpmeta>';

    /** ISO 16684-1 section 7.3.2: UTF-8, and UTF-16 and UTF-32 of either byte order; with or without a mark, a wrapper, an XML declaration. */
    #[DataProvider('encodings')]
    public function testWhatOthersWroteStaysInWhateverEncodingItCame(string $packet): void
    {
        $tree = XmpTree::parse($packet);
        self::stamps()->into($tree, self::stamp(), new Written());
        $again = XmpTree::parse($tree->sidecar());
        self::assertSame(['theirs', 'quay', 'Quillhaven', 'north quay'], $again->texts(XmpName::of('dc:subject')));
        self::assertSame(['© 2026 <T&T> "q" 灯籠 مرحبا 🚣', 'True', '4', 'Ada Tern'], array_map(static fn (string $name): ?string => $again->text(XmpName::of($name)), ['dc:rights', 'xmpRights:Marked', 'xmp:Rating', 'dc:creator']));
        $xml = $tree->sidecar();
        foreach (['o:kept="yes"', '<o:a>1 &amp; 2</o:a>', '<rdf:li>x</rdf:li>', 'xml:lang="cy">hen<'] as $kept) {
            self::assertStringContainsString($kept, $xml);
        }
        self::assertStringNotContainsString('>old<', $xml, 'nor does another name of the default go on saying the old');
        self::assertStringNotContainsString('xmp:Rating', $xml, 'one prefix for a namespace: readers refuse two');
    }

    /** @return iterable<string, array{string}> */
    public static function encodings(): iterable
    {
        yield 'UTF-8' => [self::OTHERS];
        yield 'with a wrapper and padding' => ["<?xpacket begin=\"\u{FEFF}\" id=\"W5M0MpCehiHzreSzNTczkc9d\"?>".self::OTHERS.str_repeat(' ', 99).'<?xpacket end="w"?>'."\0"];
        foreach (['UTF-16LE' => "\xFF\xFE", 'UTF-16BE' => "\xFE\xFF", 'UTF-32LE' => "\xFF\xFE\0\0", 'UTF-32BE' => "\0\0\xFE\xFF"] as $encoding => $mark) {
            yield $encoding => [$mark.mb_convert_encoding('<?xml version="1.0" encoding="UTF-16"?>'.self::OTHERS, $encoding, 'UTF-8')];
            yield "$encoding without a mark" => [mb_convert_encoding(self::OTHERS, $encoding, 'UTF-8')];
        }
    }

    public function testOnlyWhatWeWroteIsTakenBack(): void
    {
        $tree = XmpTree::parse(self::OTHERS);
        $written = self::stamps()->into($tree, self::stamp(), new Written());
        self::stamps()->into($tree, new Stamp(StampTexts::none()), Written::ofDocument(json_decode((string) json_encode($written->document()), true)));
        self::assertSame(['theirs', 'quay'], $tree->texts(XmpName::of('dc:subject')), 'a word that stood there by another\'s hand stays');
        foreach (['dc:creator', 'dc:rights', 'xmpRights:Marked', 'xmp:Rating', 'Iptc4xmpCore:CreatorContactInfo', 'mwg-kw:Keywords'] as $name) {
            self::assertNull($tree->element(XmpName::of($name)), $name);
        }
        self::assertStringContainsString('<o:a>1 &amp; 2</o:a>', $tree->sidecar());
    }

    /** @return iterable<string, array{string, string}> */
    public static function damaged(): iterable
    {
        yield 'no XML' => ['Rating=3', 'there is no XML in it'];
        yield 'cut off' => [substr(self::OTHERS, 0, 300), 'line 1'];
        yield 'no RDF' => ['<x:xmpmeta xmlns:x="adobe:ns:meta/"/>', 'there is no rdf:RDF in it'];
        yield 'an entity to load' => ['<!DOCTYPE x [<!ENTITY e SYSTEM "file:///etc/hostname">]>'.self::OTHERS, 'it declares a document type'];
    }

    #[DataProvider('damaged')]
    public function testADamagedPacketIsNotWrittenOver(string $packet, string $because): void
    {
        $this->expectException(BrokenFile::class);
        $this->expectExceptionMessage($because);
        XmpTree::parse($packet);
    }

    /** XML 1.0 section 2.2: what no XML can say is left away; the rest reads as it was written. */
    /** Where nothing stood, what stamps have in common is made once: each packet is, byte for byte, the one that is made anew. */
    public function testAPacketOfItsOwnIsTheOneThatIsMadeAnew(): void
    {
        $stamps = self::stamps();
        $other = new Stamp(StampTexts::of(StampField::Creator, 'Ben Vole'), [], new StampStyle(), orientation: 6);
        $anew = XmpTree::blank();
        foreach ([self::stamp(), self::stamp(), $other, new Stamp($other->texts, origin: new Origin('ORL_0001.JPG', null, null, 0, '3', '7')), new Stamp(self::stamp()->texts, [new Keyword(['quay'])], origin: new Origin('ORL_0002.JPG', '2026-05-04T21:14:09', '2026-05-04T22:14:09', 3600, '3', '7'))] as $stamp) {
            $anew = XmpTree::blank();
            $written = self::stamps()->into($anew, $stamp, new Written());
            [$packet, $ours] = $stamps->alone($stamp);
            self::assertSame($anew->sidecar(), $packet->sidecar());
            self::assertEquals($written, $ours);
        }
        // Sidecars of an early version had a text's language in RDF's namespace: a program that reads them looks for XML's own (XML 1.0, 2.12).
        $early = strtr(XmpTree::parse($anew->bare())->bare(), ['xml:lang' => 'rdf:lang']);
        self::assertStringContainsString('rdf:lang', $early);
        self::assertSame($anew->bare(), XmpTree::parse($early)->bare());
    }

    public function testTextsThatXmlHasToEscapeReadAsTheyWere(): void
    {
        foreach (["a\nb\tc", ']]> & <b> "q" \'s\'', "\u{202B}עברית\u{202C}", '👩🏽‍🚀', "bad\u{1}\u{B}end", str_repeat('ü', 2000)] as $text) {
            $tree = XmpTree::blank();
            $tree->setText(XmpName::of('xmp:Label'), $text);
            self::assertSame(preg_replace('/[\x{1}\x{B}]/u', '', $text), XmpTree::parse($tree->packet())->text(XmpName::of('xmp:Label')));
        }
    }

    /** MWG 2.0, hierarchical keywords: mwg-kw:Applied tells a keyword from one that only stands above another. */
    public function testKeywordsKeepTheirPlaces(): void
    {
        $tree = XmpTree::blank();
        $keywords = new KeywordTree($tree);
        $keywords->add(['places', 'Quillhaven', 'quay'], [false, true, true]);
        $keywords->add(['places', 'Marram'], [false, true]);
        self::assertSame([['places', 'Quillhaven'], ['places', 'Quillhaven', 'quay'], ['places', 'Marram']], (new KeywordTree(XmpTree::parse($tree->packet())))->paths());
        $keywords->remove(['places', 'Quillhaven']);
        self::assertSame([['places', 'Quillhaven', 'quay'], ['places', 'Marram']], $keywords->paths(), 'it stays above what is below it');
        $keywords->remove(['places', 'Quillhaven', 'quay']);
        $keywords->remove(['places', 'elsewhere']);
        self::assertSame([['places', 'Marram']], $keywords->paths());
        $keywords->remove(['places', 'Marram']);
        self::assertTrue($tree->isEmpty());
        $keyword = new Keyword(['places', 'Quillhaven', 'quay'], ['places']);
        self::assertSame([['Quillhaven', 'quay'], ['quay']], [$keyword->words(true), $keyword->words(false)], 'headings are never written');
    }

    public function testAVocabularyIsReadAndWrittenAsAnIndentedList(): void
    {
        $list = "places:\n\tQuillhaven = the town, Q\n\t\tnorth quay\n\tMarram\nlanterns\n";
        self::assertSame($list, IndentedList::write(IndentedList::read($list)));
        self::assertSame($list, IndentedList::write(IndentedList::read("\u{FEFF}places:\r\n\r\n    Quillhaven = the town,Q\r\n        north   quay\r\n    Marram\r\nlanterns")), 'by spaces, from another system');
        $this->expectException(BadDocument::class);
        $this->expectExceptionMessage('line 2: a word has 1 to 100 characters');
        IndentedList::read("places\n\t= nothing\n");
    }

    public function testOneChangeLeavesWithEachFrameWhatItDoesNotName(): void
    {
        $change = StampChange::read(Fields::of(['texts' => ['event' => 'Regatta [year]', 'credit' => ''], 'rating' => 3, 'add' => ['quay']]), StampTexts::of(StampField::Notice, '© [year] T'));
        $stamp = $change->of(new FrameStamp(StampTexts::of(StampField::Creator, 'Ada')->with(StampField::Credit, 'C'), label: 'Second'), 2026);
        self::assertEqualsCanonicalizing(['creator' => 'Ada', 'notice' => '© 2026 T', 'event' => 'Regatta 2026'], $stamp->texts->texts);
        self::assertSame([3, 'Second', 'a rights slip; event, credit; 1 keyword added; stars'], [$stamp->rating, $stamp->label, $change->inWords()]);
        self::assertEquals($stamp, FrameStamp::ofDocument(json_decode((string) json_encode($stamp->document()), true)));
        foreach ([['rating' => 6], ['texts' => ['status' => 'mine']], ['texts' => ['colour' => 'red']], ['add' => ['a=b']], ['remove' => ['x']]] as $bad) {
            try {
                StampChange::read(Fields::of($bad));
                self::fail('refused: '.json_encode($bad));
            } catch (BadDocument) {
                $this->addToAssertionCount(1);
            }
        }
    }

    public function testAFileIsStampedInsideOrBesideByWhatItIs(): void
    {
        $place = static fn (string $name, StampStyle $style = new StampStyle()): Place => Place::of($name, $style);
        self::assertSame([Place::Beside, Place::Beside, Place::Beside, Place::Inside, Place::Inside, Place::Inside, Place::Beside, Place::Itself, Place::Nowhere, Place::Beside], [$place('a.orw'), $place('a.CR3'), $place('a.dng'), $place('a.dng', (new StampStyle())->ofOurs()), $place('a.JPG'), $place('a.heic'), $place('a.png'), $place('a.XMP'), $place('a.mov'), $place('a.jpg', new StampStyle(jpegSidecar: true))]);
    }

    /** T.81 Annex B; TIFF 6.0: what is said of a picture is no part of it, every coded byte is. */
    public function testThePictureIsToldFromWhatIsSaidOfIt(): void
    {
        $folder = new Folder();
        foreach (['a.jpg' => Stills::jpeg('2026-05-04 21:14:09'), 'a.tif' => Stills::raw('2026-05-04 21:14:09')] as $name => $bytes) {
            $file = $folder->put($name, $bytes);
            $before = CodedPicture::ofFile($file);
            ExifTool::write('-XMP:Title=a -IFD0:Artist=b -Comment=c', $file);
            self::assertNotSame($bytes, file_get_contents($file));
            self::assertSame($before, CodedPicture::ofFile($file), $name);
            $bytes = (string) file_get_contents($file);
            $at = 'a.jpg' === $name ? \strlen($bytes) - 30 : (int) strrpos($bytes, "\xFF\xDA") + 40;
            $bytes[$at] = \chr(\ord($bytes[$at]) ^ 1);
            file_put_contents($file, $bytes);
            self::assertNotSame($before, CodedPicture::ofFile($file), "$name: one bit");
        }
        $this->expectException(BrokenFile::class);
        CodedPicture::ofFile($folder->put('cut.jpg', substr(Stills::jpeg('2026-05-04 21:14:09'), 0, -20)));
    }

    private static function stamps(): StampsXmp
    {
        return new StampsXmp(new IptcNamesOfExifTool());
    }

    private static function stamp(): Stamp
    {
        $texts = StampTexts::of(StampField::Creator, 'Ada Tern')->with(StampField::Notice, '© 2026 <T&T> "q" 灯籠 مرحبا 🚣')->with(StampField::Status, 'copyrighted')->with(StampField::Mail, 'desk@tern.example');

        return new Stamp($texts, [new Keyword(['places', 'Quillhaven', 'north quay'], ['places']), new Keyword(['quay'])], new StampStyle(), 4);
    }
}
