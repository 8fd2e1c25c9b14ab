<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Card\PathText;
use VelvetLedger\Core\Naming\PortableText;
use VelvetLedger\Core\Naming\ShootNames;

final class NamingTest extends TestCase
{
    /** @return iterable<string, array{string, string, string}> description => as folder, as file */
    public static function descriptions(): iterable
    {
        yield 'plain words' => ['lantern boats', 'lantern boats', 'lantern-boats'];
        yield 'capitals and comma' => ['Rope walk, morning', 'Rope walk, morning', 'rope-walk-morning'];
        // Reserved characters, and no space or period at the end: "Naming Files, Paths, and Namespaces", Windows' published rules.
        yield 'reserved on Windows' => ['tide: 6/7 <low> "salt"?*|\\', 'tide 6 7 low salt', 'tide-6-7-low-salt'];
        yield 'trailing dot and spaces' => ['  kiln opening. . ', 'kiln opening', 'kiln-opening'];
        yield 'line break and tab' => ["night\nferry\tdeck", 'night ferry deck', 'night-ferry-deck'];
        // UAX #15: a letter and its combining accent are the one letter in NFC.
        yield 'decomposed accent' => ["quai e\u{301}toile", "quai \u{e9}toile", "quai-\u{e9}toile"];
        yield 'other alphabets' => ['Фонари над водой', 'Фонари над водой', 'фонари-над-водой'];
        yield 'apostrophe' => ["harbour master's hut", "harbour master's hut", 'harbour-masters-hut'];
        yield 'only signs' => ['???', '', ''];
        yield 'not UTF-8' => ["salt\xFFpans", 'salt pans', 'salt-pans'];
        yield 'path upward' => ['../../etc', 'etc', 'etc'];
    }

    #[DataProvider('descriptions')]
    public function testDescriptionsBecomeNamesThatEveryFileSystemTakes(string $description, string $folder, string $file): void
    {
        self::assertSame($folder, PortableText::forFolder($description));
        self::assertSame($file, PortableText::forFile($description));
    }

    public function testLongDescriptionsAreCutBetweenCharactersAndSaidSo(): void
    {
        $names = new ShootNames('2026-05-04', str_repeat('приморье ', 60));
        self::assertLessThanOrEqual(255, \strlen(basename($names->folder())));
        self::assertLessThanOrEqual(255, \strlen($names->stem(10000).'.orw.part') + 1);
        self::assertTrue(mb_check_encoding($names->folder(), 'UTF-8'));
        self::assertStringContainsString('not its whole length', (string) $names->change());
        self::assertNull((new ShootNames('2026-05-04', 'lantern boats'))->change());
    }

    public function testFolderAndFileNamesOfAShoot(): void
    {
        $names = new ShootNames('2026-05-04', 'lantern boats');
        self::assertSame('2026/2026-05-04 lantern boats', $names->folder());
        self::assertSame('2026-05-04_lantern-boats_0001', $names->stem(1));
        self::assertSame('2026-05-04_lantern-boats_12345', $names->stem(12345));
        self::assertSame('2026/2026-05-04', (new ShootNames('2026-05-04', ''))->folder());
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
}
