<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\reference;

use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Capture\CoreFactsReader;
use VelvetLedger\Core\Format\Bytes;
use VelvetLedger\Core\Format\Jpeg\JpegXmp;
use VelvetLedger\Core\Format\Xmp\XmpName;
use VelvetLedger\Core\Format\Xmp\XmpTree;
use VelvetLedger\Core\Stamp\CouldNotStamp;
use VelvetLedger\Core\Stamp\Embedding;
use VelvetLedger\Core\Stamp\Embeds;
use VelvetLedger\Core\Stamp\EmbedsInHeads;
use VelvetLedger\Core\Stamp\Keyword;
use VelvetLedger\Core\Stamp\Origin;
use VelvetLedger\Core\Stamp\Place;
use VelvetLedger\Core\Stamp\Stamp;
use VelvetLedger\Core\Stamp\StampField;
use VelvetLedger\Core\Stamp\StampStyle;
use VelvetLedger\Core\Stamp\StampsXmp;
use VelvetLedger\Core\Stamp\StampTexts;
use VelvetLedger\Core\Stamp\Written;
use VelvetLedger\Server\Tools\EmbedsWithExifTool;
use VelvetLedger\Server\Tools\IptcNamesOfExifTool;
use VelvetLedger\Tests\ExifTool;
use VelvetLedger\Tests\Folder;

/** Stamps in every picture of ExifTool's own tests (Debian source package libimage-exiftool-perl, t/images) that is stamped inside, read back by ExifTool and Exiv2. */
final class StampedFilesTest extends TestCase
{
    private const IMAGES = __DIR__.'/../../var/reference/exiftool/t/images';

    /** What a stamp writes, what follows from it, and where things lie; the rest of a file's tags stay as they were. ExifTool's ThumbnailTIFF is made of IFD0's. */
    private const OURS = '/^(XMP-(dc:(Creator|Rights|Subject|Description|Publisher)|plus:TermsAndConditionsURL|xmpRights:(Marked|UsageTerms)|\w+:(City|DateCreated)|iptcExt:Event|iptcCore:Creator.*|mwg-kw:.*|xmp:(Rating|Label)|xmpMM:PreservedFileName|velvet:.*|exif:DateTimeOriginal|x:XMPToolkit|xmpNote:HasExtendedXMP)|(IFD0|XMP-tiff):Orientation|IFD0:(Artist|Copyright|ImageDescription|ThumbnailTIFF)|ExifIFD:DateTimeOriginal|IPTC\d?:.*|\w+:IPTCDigest|(File|System|Composite|ExifTool):.*|SourceFile|.*(Offset|Offsets|Start))$/';

    /** It has records behind its end in ExifTool's own format, which ExifTool keeps in step, and whose tags bear the same names as those before. */
    private const WITH_TRAILERS = 'ExifTool.jpg';

    private static ?EmbedsInHeads $embeds = null;
    private static ?StampsXmp $stamps = null;
    private static ?IptcNamesOfExifTool $iptc = null;

    public static function tearDownAfterClass(): void
    {
        self::$embeds = null;
    }

    public function testRealFilesSayWhatTheyShouldAndAllElseStays(): void
    {
        $folder = new Folder();
        $files = $targets = [];
        foreach (array_filter(self::images(), static fn (string $file): bool => Place::Inside === Place::of(basename($file), (new StampStyle())->ofOurs())) as $file) {
            $files[basename($file)] = $file;
            $targets[basename($file)] = $target = $folder->path.'/'.basename($file);
            self::assertNull(self::embed($file, $target)?->getMessage(), $file);
        }
        self::assertCount(44, $files);
        [$before, $after, $wrongBefore, $wrongAfter] = [self::allTags($files), self::allTags($targets), self::warnings($files), self::warnings($targets)];
        foreach ($targets as $name => $target) {
            $tags = $after[$name];
            self::assertSame(
                [['Ada Tern', 'Bêñ Tallow 🚣'], '© 2026 Tern & Tallow', "لا يستخدم\nno < & > use", true, 'https://licence.example/by/4', ['Quay Press', 'North'], ['CiEmailWork' => 'desk@tern.example'], '灯籠舟', 4, 'ORL_0001.JPG', '2026:05:04 22:14:09', '2026:05:04 21:14:09', 3600],
                [$tags['XMP-dc:Creator'], $tags['XMP-dc:Rights'], $tags['XMP-xmpRights:UsageTerms'], $tags['XMP-xmpRights:Marked'], $tags['XMP-plus:TermsAndConditionsURL'], $tags['XMP-dc:Publisher'], array_intersect_key((array) $tags['XMP-iptcCore:CreatorContactInfo'], ['CiEmailWork' => '']), $tags['XMP-dc:Description'], $tags['XMP-xmp:Rating'], $tags['XMP-xmpMM:PreservedFileName'], self::iptc($tags, 'DateCreated'), $tags['XMP-velvet:CameraTime'], $tags['XMP-velvet:ClockCorrection']],
                $name,
            );
            self::assertSame(['Ada Tern; Bêñ Tallow 🚣', '© 2026 Tern & Tallow', '灯籠舟'], [$tags['IFD0:Artist'], $tags['IFD0:Copyright'], $tags['IFD0:ImageDescription']], "$name: and Exif says the same (MWG 2.0)");
            self::assertContains('north quay', (array) $tags['XMP-dc:Subject'], $name);
            if (self::WITH_TRAILERS !== $name) {
                self::assertEquals(self::others($before[$name]), array_intersect_key(self::others($tags), $before[$name]), "$name: maker notes and all");
                self::assertSame([], array_values(array_diff($wrongAfter[$name], $wrongBefore[$name])), "$name: ExifTool finds nothing wrong that was not so before");
            }
            if (!str_ends_with($name, '.heic')) { // which keeps it elsewhere
                self::assertSame('6', trim(ExifTool::said('-m -s3 -n -IFD0:Orientation', $target)), "$name: turned (CIPA DC-008, 4.6.5), and its coded pictures are what they were");
            }
            if (!str_ends_with($name, '.heic') && self::WITH_TRAILERS !== $name) { // Debian's Exiv2 reads no HEIC, nor, stamped or not, a JPEG with such trailers
                self::assertSame("Ada Tern, Bêñ Tallow 🚣\nlang=\"x-default\" لا يستخدم\nno < & > use", rtrim((string) shell_exec('exiv2 -q -Pt -K Xmp.xmpRights.UsageTerms -K Xmp.dc.creator '.escapeshellarg($target).' 2>&1')), $name);
                self::assertSame('6', rtrim((string) shell_exec('exiv2 -q -Pv -K Exif.Image.Orientation '.escapeshellarg($target).' 2>&1')), $name);
            }
        }
    }

    /** IIM 4.2 chapter 2 gives each dataset its greatest length; it is written where a picture has the record (MWG 2.0). */
    public function testIimIsKeptInStepWhereItIsAndCutToItsLengths(): void
    {
        $folder = new Folder();
        self::embed(self::IMAGES.'/IPTC.jpg', $folder->path.'/with.jpg', new Stamp(StampTexts::of(StampField::Credit, str_repeat('ü', 40))->with(StampField::Notice, str_repeat('n', 200)), [new Keyword([str_repeat('k', 80)])]));
        $tags = self::tags($folder->path.'/with.jpg');
        self::assertSame([str_repeat('ü', 16), str_repeat('n', 128)], [$tags['IPTC:Credit'], $tags['IPTC:CopyrightNotice']], '32 and 128 bytes, whole characters');
        self::assertContains(str_repeat('k', 64), (array) $tags['IPTC:Keywords']);
        self::assertSame(str_repeat('ü', 40), self::iptc($tags, 'Credit'), 'XMP has all of it');
        foreach ((array) self::tags(self::IMAGES.'/IPTC.jpg')['IPTC:Keywords'] as $word) {
            self::assertContains($word, (array) $tags['IPTC:Keywords'], 'and those of others stay');
        }
        self::embed(self::IMAGES.'/Canon.jpg', $folder->path.'/without.jpg');
        self::assertArrayNotHasKey('IPTC:By-line', self::tags($folder->path.'/without.jpg'));
        self::embed(self::IMAGES.'/Canon.jpg', $folder->path.'/asked.jpg', self::stamp(new StampStyle(iim: true)));
        self::assertSame([['Ada Tern', 'Bêñ Tallow 🚣'], ['Quillhaven', 'north quay', 'lanterns']], [self::tags($folder->path.'/asked.jpg')['IPTC:By-line'], self::tags($folder->path.'/asked.jpg')['IPTC:Keywords']]);
    }

    /** XMP Part 3 section 1.1.3: a packet over 65,502 bytes goes on in extended XMP, found by its MD5 digest. */
    public function testTwoThousandKeywordsAreAllThere(): void
    {
        $folder = new Folder();
        $keywords = array_map(static fn (int $i): Keyword => new Keyword(['many', "word $i, of a good length, for it is to be too much"], ['many']), range(1, 2000));
        self::assertNull(self::embed(self::IMAGES.'/ExtendedXMP.jpg', $folder->path.'/many.jpg', new Stamp(StampTexts::none(), $keywords)));
        $read = explode("\n", trim(ExifTool::said('-m -b -XMP-dc:Subject', $folder->path.'/many.jpg')));
        self::assertSame(array_map(static fn (Keyword $keyword): string => $keyword->word(), $keywords), $read);
        self::assertNull(self::embed($folder->path.'/many.jpg', $folder->path.'/again.jpg', new Stamp(StampTexts::none()), (new Stamp(StampTexts::none(), $keywords))->asWritten()));
        self::assertSame([], JpegXmp::read(Bytes::ofFile($folder->path.'/again.jpg'))?->texts(XmpName::of('dc:subject')), 'and all are taken back');
        $other = 'XMP-iptcExt:all';
        self::assertSame(\array_slice(ExifTool::tags(self::IMAGES.'/ExtendedXMP.jpg', "-struct -$other"), 1), \array_slice(ExifTool::tags($folder->path.'/again.jpg', "-struct -$other"), 1));
    }

    /** What is stamped without ExifTool (see StampedHead), again and again: the makers' notes of six makers stay where their own offsets lead. */
    public function testWhatIsStampedAgainDoesNotGrowAndIsTakenBack(): void
    {
        $folder = new Folder();
        $own = new EmbedsInHeads(new class implements Embeds {
            public function ask(int $name, Embedding $embedding): void
            {
                throw new \LogicException("$embedding->source was passed on");
            }

            public function answers(): array
            {
                return [];
            }
        });
        foreach (['Canon', 'Nikon', 'Apple', 'Olympus2', 'Motorola', 'Minolta'] as $name) {
            $path = $original = self::IMAGES."/$name.jpg";
            $written = new Written();
            $sizes = [];
            $long = new Stamp(StampTexts::of(StampField::Creator, str_repeat('Ada Tern; ', 20))->with(StampField::Description, 'odd'), [new Keyword(['lanterns'])]);
            $before = self::tags($original);
            $taken = $before['ExifIFD:DateTimeOriginal'] ?? null;
            $none = new Stamp(StampTexts::none(), origin: new Origin('ORL_0001.JPG', \is_string($taken) ? strtr(substr($taken, 0, 10), ':', '-').'T'.substr($taken, 11) : null, null, 0, '3', '7'));
            foreach ([self::stamp(new StampStyle()), $long, self::stamp(new StampStyle()), $none] as $number => $stamp) {
                $embedding = Embedding::prepare(self::stamps(), $path, $target = $folder->path."/$name$number.jpg", $stamp, $written);
                $own->ask(0, $embedding);
                self::assertSame([null], $own->answers());
                [$path, $written, $sizes[]] = [$target, $embedding->written, filesize($target)];
            }
            self::assertSame($sizes[0], $sizes[2], $name);
            $after = self::tags($path);
            self::assertEquals(self::others($before), self::others($after), $name);
            self::assertSame([], array_values(array_diff(self::warnings([basename($path) => $path])[basename($path)] ?? [], self::warnings([basename($original) => $original])[basename($original)] ?? [])), $name);
            self::assertSame([$taken, $before['IFD0:Orientation'] ?? null], [$after['ExifIFD:DateTimeOriginal'] ?? null, $after['IFD0:Orientation'] ?? null], $name);
            self::assertArrayNotHasKey('IFD0:Artist', $after, $name);
        }
    }

    /** What others wrote in every packet of ExifTool's sidecars stays, in whichever namespace. */
    public function testSidecarsOfOthersKeepAllThatIsInThem(): void
    {
        $folder = new Folder();
        $files = $written = [];
        foreach (array_filter(self::images(), static fn (string $file): bool => 'xmp' === pathinfo($file, \PATHINFO_EXTENSION)) as $file) {
            $tree = XmpTree::parse((string) file_get_contents($file));
            self::stamps()->into($tree, self::stamp(new StampStyle()), new Written());
            $files[basename($file)] = $file;
            $written[basename($file)] = $folder->put(basename($file), $tree->sidecar());
        }
        self::assertNotSame([], $files);
        self::assertEquals(array_map(self::others(...), self::allTags($files)), array_map(self::others(...), self::allTags($written)));
        foreach (self::warnings($written) as $name => $warnings) {
            self::assertSame([], array_values(array_diff($warnings, self::warnings($files)[$name])), $name);
        }
    }

    /** MWG 2.0 chapter 5, by ExifTool's own reading of it (-use MWG): which of Exif, IIM and XMP counts. */
    public function testWhatIsThereAlreadyIsReadAsTheGuidelinesSay(): void
    {
        $folder = new Folder();
        $cases = [
            'only Exif' => '-IFD0:Artist=Exif -IFD0:Copyright=E',
            'only IIM' => '-IPTC:By-line=Iim -IPTC:CopyrightNotice=I -IPTC:Keywords=one -IPTC:Keywords=two',
            'only XMP' => '-XMP-dc:Creator=One -XMP-dc:Creator=Two -XMP-dc:Rights=X -XMP-dc:Subject=one',
            'all, in step' => '-IFD0:Artist=Exif -IPTC:By-line=Iim -IPTC:Keywords=iim -XMP-dc:Creator=Xmp -XMP-dc:Subject=xmp -XMP-dc:Rights=X -IPTC:CopyrightNotice=I -IPTCDigest=new',
            'IIM changed since' => '-IPTC:CopyrightNotice=I -IPTC:Keywords=iim -XMP-dc:Subject=xmp -XMP-dc:Rights=X -IPTCDigest=00112233445566778899aabbccddeeff',
            'no digest' => '-IPTC:CopyrightNotice=I -IPTC:Keywords=iim -XMP-dc:Subject=xmp -XMP-dc:Rights=X',
            'blank Exif' => '-IFD0:Artist=    -XMP-dc:Creator=Xmp',
        ];
        $files = [];
        foreach (array_values($cases) as $number => $write) {
            $files[] = $file = $folder->path."/$number.jpg";
            ExifTool::said(['-all=', ...array_filter((array) preg_split('/ (?=-)/', $write), is_string(...)), '-o', $file], self::IMAGES.'/Casio.jpg');
        }
        $said = json_decode((string) shell_exec('exiftool -use MWG -j -sep "; " -MWG:Creator -MWG:Copyright -MWG:Keywords '.implode(' ', array_map(escapeshellarg(...), $files)).' 2>/dev/null'), true); // by itself: it would stay in use
        self::assertIsArray($said);
        foreach (array_keys($cases) as $number => $case) {
            self::assertIsArray($said[$number]);
            $remarks = (new CoreFactsReader())->read($files[$number])->remarks;
            self::assertSame([$said[$number]['Creator'] ?? null, $said[$number]['Copyright'] ?? null, $said[$number]['Keywords'] ?? ''], [$remarks->creator, $remarks->notice, implode('; ', array_map(static fn (array $path): string => implode('>', $path), $remarks->keywords))], $case);
        }
    }

    private static function embed(string $file, string $target, ?Stamp $stamp = null, Written $before = new Written()): ?CouldNotStamp
    {
        self::$embeds ??= new EmbedsInHeads(new EmbedsWithExifTool());
        try {
            self::$embeds->ask(1, Embedding::prepare(self::stamps(), (string) realpath($file), $target, $stamp ?? self::stamp(new StampStyle()), $before));
        } catch (CouldNotStamp $failure) {
            return $failure;
        }

        return self::$embeds->answers()[1];
    }

    private static function stamp(StampStyle $style): Stamp
    {
        $texts = StampTexts::of(StampField::Creator, 'Ada Tern; Bêñ Tallow 🚣')->with(StampField::Notice, '© 2026 Tern & Tallow')->with(StampField::UsageTerms, "لا يستخدم\nno < & > use")->with(StampField::Status, 'copyrighted')->with(StampField::Licence, 'https://licence.example/by/4')->with(StampField::Publisher, 'Quay Press; North')->with(StampField::Mail, 'desk@tern.example')->with(StampField::City, 'Quillhaven')->with(StampField::Event, 'Lantern boats')->with(StampField::Description, '灯籠舟');

        return new Stamp($texts, [new Keyword(['places', 'Quillhaven', 'north quay'], ['places']), new Keyword(['lanterns'])], $style, 4, 'Second', new Origin('ORL_0001.JPG', '2026-05-04T21:14:09', '2026-05-04T22:14:09', 3600, '3', '7'), 6);
    }

    private static function stamps(): StampsXmp
    {
        return self::$stamps ??= new StampsXmp(new IptcNamesOfExifTool());
    }

    /** @param array<string, mixed> $tags */
    private static function iptc(array $tags, string $local): mixed
    {
        self::$iptc ??= new IptcNamesOfExifTool();
        $name = self::$iptc->of($local);

        return $tags['XMP-'.$name->qualified()] ?? null;
    }

    /** @return list<string> */
    private static function images(): array
    {
        $files = glob(self::IMAGES.'/*');

        return false === $files ? [] : $files;
    }

    /** @return array<string, mixed> */
    private static function tags(string $file): array
    {
        return self::allTags([basename($file) => $file])[basename($file)];
    }

    /**
     * @param array<string, string> $files
     *
     * @return array<string, array<string, mixed>> file's name => tag => value
     */
    private static function allTags(array $files): array
    {
        $decoded = json_decode(ExifTool::said('-j -G1 -a -u -U -b -struct', ...array_values($files)), true);
        $all = [];
        foreach (\is_array($decoded) ? $decoded : [] as $one) {
            $tags = [];
            foreach (\is_array($one) ? $one : [] as $tag => $value) {
                $tags[(string) $tag] = $value;
            }
            $all[\is_string($tags['SourceFile'] ?? null) ? basename($tags['SourceFile']) : ''] = $tags;
        }

        return $all;
    }

    /**
     * @param array<string, mixed> $tags
     *
     * @return array<string, mixed> that are not ours
     */
    private static function others(array $tags): array
    {
        return array_filter($tags, static fn (string $tag): bool => 0 === preg_match(self::OURS, $tag), \ARRAY_FILTER_USE_KEY);
    }

    /**
     * @param array<string, string> $files
     *
     * @return array<string, list<string>>
     */
    private static function warnings(array $files): array
    {
        $warnings = array_fill_keys(array_keys($files), []);
        $name = array_key_first($files) ?? '';
        foreach (explode("\n", ExifTool::said('-validate -a -s -Warning', ...array_values($files))) as $line) {
            if (1 === preg_match('/^======== (.*)$/', $line, $found)) {
                $name = basename($found[1]);
            } elseif (str_starts_with($line, 'Warning')) {
                $warnings[$name][] = trim(explode(':', $line, 2)[1]);
            }
        }

        return $warnings;
    }
}
