<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Capture\CapturedAt;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Naming\CouldNotCompose;
use VelvetLedger\Core\Naming\DateFields;
use VelvetLedger\Core\Naming\ExtensionCase;
use VelvetLedger\Core\Naming\FolderPattern;
use VelvetLedger\Core\Naming\NamePattern;
use VelvetLedger\Core\Naming\NameSource;
use VelvetLedger\Core\Naming\Piece;
use VelvetLedger\Core\Naming\PieceKind;
use VelvetLedger\Core\Naming\PortableText;
use VelvetLedger\Core\Naming\ReadyMade;
use VelvetLedger\Core\Naming\Sequence;

final class NamingTest extends TestCase
{
    /** @return iterable<string, array{string, string, string, string}> description => as folder, as file, as file with its capitals */
    public static function descriptions(): iterable
    {
        yield 'plain words' => ['lantern boats', 'lantern boats', 'lantern-boats', 'lantern boats'];
        yield 'capitals and comma' => ['Rope walk, morning', 'Rope walk, morning', 'rope-walk-morning', 'Rope walk-morning'];
        // Reserved characters, and no space or period at the end: "Naming Files, Paths, and Namespaces", Windows' published rules.
        yield 'reserved on Windows' => ['tide: 6/7 <low> "salt"?*|\\', 'tide 6 7 low salt', 'tide-6-7-low-salt', 'tide-6-7-low-salt'];
        yield 'trailing dot and spaces' => ['  kiln opening. . ', 'kiln opening', 'kiln-opening', 'kiln opening'];
        yield 'line break and tab' => ["night\nferry\tdeck", 'night ferry deck', 'night-ferry-deck', 'night ferry deck'];
        // UAX #15: a letter and its combining accent are the one letter in NFC.
        yield 'decomposed accent' => ["quai e\u{301}toile", "quai \u{e9}toile", "quai-\u{e9}toile", "quai \u{e9}toile"];
        yield 'other alphabets' => ['Фонари над водой', 'Фонари над водой', 'фонари-над-водой', 'Фонари над водой'];
        yield 'apostrophe' => ["harbour master's hut", "harbour master's hut", 'harbour-masters-hut', 'harbour masters hut'];
        yield 'full stops within, which some editors take for an extension' => ['v1.2 final', 'v1.2 final', 'v1-2-final', 'v1-2 final'];
        yield 'read as an address' => ['100% #1', '100 1', '100-1', '100-1'];
        yield 'only signs' => ['???', '', '', ''];
        yield 'not UTF-8' => ["salt\xFFpans", 'salt pans', 'salt-pans', 'salt-pans'];
        yield 'path upward' => ['../../etc', 'etc', 'etc', 'etc'];
        yield 'unseen signs that turn a name round' => ["salt\u{202E}gpj", 'salt gpj', 'salt-gpj', 'salt-gpj'];
    }

    #[DataProvider('descriptions')]
    public function testDescriptionsBecomeNamesThatEveryFileSystemTakes(string $description, string $folder, string $file, string $asWritten): void
    {
        self::assertSame([$folder, $file, $asWritten], [PortableText::forFolder($description), PortableText::forFile($description), PortableText::forFileAsWritten($description)]);
    }

    /** The device names of "Naming Files, Paths, and Namespaces" (Windows), also followed by an extension, in any case. */
    public function testNamesOfDevicesTakeAnUnderscore(): void
    {
        foreach (['CON', 'prn', 'AUX', 'NUL', 'COM0', 'COM1', 'com9', 'COM¹', 'COM²', 'LPT³', 'LPT5'] as $device) {
            self::assertSame($device.'_', PortableText::notReserved($device));
            self::assertSame($device.'_.tar.gz', PortableText::notReserved($device.'.tar.gz'));
            self::assertSame($device.'_', PortableText::forFolder($device));
        }
        foreach (['CONVOY', 'COM10', 'COMÉ', 'NULL', 'LPT', 'my CON'] as $innocent) {
            self::assertSame($innocent, PortableText::notReserved($innocent));
        }
        self::assertSame('aux_', NamePattern::of([Piece::description()])->stem(self::source('aux')));
    }

    public function testNamesAreOneWhereAFileSystemTakesThemForOne(): void
    {
        self::assertSame(PortableText::key('STRASSE'), PortableText::key('Straße'));
        self::assertSame(PortableText::key("E\u{301}TOILE"), PortableText::key('étoile'));
        self::assertNotSame(PortableText::key('etoile'), PortableText::key('étoile'));
    }

    /** @return iterable<string, array{string, string}> fields of UTS #35 (Part 4, Date Field Symbol Table), 2028-02-29 21:04:09.056 so written */
    public static function fields(): iterable
    {
        foreach (['yyyy' => '2028', 'yy' => '28', 'M' => '2', 'MM' => '02', 'MMM' => 'Feb', 'MMMM' => 'February', 'd' => '29', 'dd' => '29', 'DDDy' => '0602028',
            'EEE' => 'Tue', 'EEEE' => 'Tuesday', 'H' => '21', 'HHmmss' => '210409', 'SSS' => '056', 'S' => '0', 'hh.mm a' => '09.04 pm', 'YYYY_ww' => '2028_09', 'Q' => '1'] as $fields => $text) {
            yield $fields => [$fields, $text];
        }
    }

    #[DataProvider('fields')]
    public function testDatesAreWrittenInTheFieldsOfUts35(string $fields, string $text): void
    {
        DateFields::check($fields);
        self::assertSame($text, DateFields::format(CapturedAt::fromExif('2028:02:29 21:04:09', '056') ?? self::fail(), $fields));
    }

    /** ISO 8601: the week of a date may belong to the year before or after. */
    public function testWeeksAreIsosAtTheTurnOfTheYear(): void
    {
        foreach (['2027-01-03' => '2026-53', '2024-12-30' => '2025-01', '2026-01-01' => '2026-01'] as $date => $week) {
            self::assertSame($week, DateFields::format(CapturedAt::fromText("$date 12:00") ?? self::fail(), 'YYYY-ww'));
        }
    }

    public function testFieldsThatAreMostlyMeantOtherwiseAreRefusedWithTheReason(): void
    {
        foreach (['yyyy-mm-dd' => 'the month is M', 'YYYY-MM-dd' => 'the calendar year is y', 'yyyy-MM-DD' => 'the day of the month is d', 'hhmm' => 'the hour of the day is H', 'yyyy/MM' => 'letters of UTS #35', '' => 'letters', "'at' HH" => 'letters', 'nn' => 'letters'] as $fields => $reason) {
            try {
                Piece::taken($fields);
                self::fail("$fields was taken");
            } catch (CouldNotCompose $refused) {
                self::assertStringContainsString($reason, $refused->getMessage());
            }
        }
    }

    public function testLongNamesAreCutBetweenCharactersAndKeepWhatTellsThemApart(): void
    {
        $long = str_repeat('приморье ', 60);
        $pattern = NamePattern::of([Piece::taken('yyyy-MM-dd'), Piece::description(), Piece::of(PieceKind::OriginalName), Piece::sequence(Sequence::of())]);
        $stem = $pattern->stem(self::source($long), 12345, 4);
        self::assertLessThanOrEqual(180, \strlen($stem));
        self::assertTrue(mb_check_encoding($stem, 'UTF-8'));
        self::assertMatchesRegularExpression('/^2026-05-04_приморье.*\p{L}_ORL_0001_12345$/u', $stem);
        $dates = NamePattern::of([...array_fill(0, 9, Piece::taken('EEEE EEEE MMMM MMMM EEEE EEEE')), Piece::sequence(Sequence::of())]);
        self::assertStringEndsWith('_0042', $dates->stem(self::source('x'), 42, 4), 'what tells names apart is never cut');
        self::assertLessThanOrEqual(180, \strlen($dates->stem(self::source('x'), 42, 4)));
        foreach (ReadyMade::folders() as $folders) {
            foreach (explode('/', $folders->folder(self::source($long))) as $name) {
                self::assertLessThanOrEqual(200, \strlen($name));
            }
        }
    }

    public function testPatternsThatMakeNoNamesAreRefused(): void
    {
        foreach ([
            static fn () => NamePattern::of([]),
            static fn () => NamePattern::of([Piece::of(PieceKind::CardFolders)]),
            static fn () => NamePattern::of([Piece::description()], '/'),
            static fn () => NamePattern::of([Piece::sequence(Sequence::of()), Piece::sequence(Sequence::of())]),
            static fn () => FolderPattern::of([[Piece::sequence(Sequence::of())]]),
            static fn () => FolderPattern::of(array_fill(0, 9, [Piece::description()])),
            static fn () => Piece::of(PieceKind::Words, str_repeat('x', 61)),
            static fn () => Sequence::of(-1),
            static fn () => Sequence::of(1, 9),
        ] as $i => $refused) {
            try {
                $refused();
                self::fail("pattern $i was taken");
            } catch (CouldNotCompose $error) {
                self::assertStringEndsWith('.', $error->getMessage());
            }
        }
        self::assertSame(['ORW', 'orw', 'ORW.xmp'], [ExtensionCase::AsWritten->write('ORW'), ExtensionCase::Lower->write('ORW'), ExtensionCase::AsWritten->write('ORW.xm:p')]);
    }

    /** A path is any bytes but NUL (IEEE 1003.1, 3.271 Pathname). */
    public function testEveryPathCanBePrintedAndTurnedBack(): void
    {
        foreach (['plain/IMG 1.JPG', "new\nline", 'back\\slash\\x0A', "latin1 \xE9", "tab\there", '-rf', "\u{202E}gpj.exe", 'Möwe 2.JPG'] as $path) {
            $text = PathText::of($path);
            self::assertSame($path, PathText::toPath($text));
            self::assertTrue(mb_check_encoding($text, 'UTF-8'));
            self::assertDoesNotMatchRegularExpression('/[\p{Cc}\x{202E}]/u', $text);
        }
        self::assertSame('Möwe 2.JPG', PathText::of('Möwe 2.JPG'));
    }

    private static function source(string $description): NameSource
    {
        $at = CapturedAt::fromText('2026-05-04 21:14:09') ?? self::fail();

        return new NameSource($at, $at, $description, 'ORL_0001', 'Orrel M4', 'DCIM/100ORREL');
    }
}
