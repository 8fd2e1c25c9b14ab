<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Card\Agreement;
use VelvetLedger\Tests\Folder;

/** What can be read of a damaged file is held against the whole one, and what a medium gives in place of what it lost says nothing. */
final class AgreementTest extends TestCase
{
    #[DataProvider('files')]
    public function testBlockByBlock(string $damaged, bool $differs, bool $proves): void
    {
        $folder = new Folder();
        $agreement = Agreement::of($folder->put('damaged', $damaged), $folder->put('whole', self::whole()));
        self::assertSame([$differs, $proves], [$agreement->differs, $agreement->proves()]);
    }

    /** @return iterable<string, array{string, bool, bool}> */
    public static function files(): iterable
    {
        $whole = self::whole();
        yield 'the same' => [$whole, false, true];
        yield 'its beginning is lost' => [str_repeat("\0", 65_536).substr($whole, 65_536), false, true];
        yield 'erased flash' => [str_repeat("\xFF", 300_000), false, false];
        yield 'only the first block is left' => [substr($whole, 0, 4096).str_repeat("\0", 295_904), false, false];
        yield 'one byte is another' => [substr_replace($whole, '!', 123_456, 1), true, false];
        yield 'its beginning is lost, and its last byte another' => [str_repeat("\0", 65_536).substr($whole, 65_536, -1).'!', true, false];
        yield 'shorter' => [substr($whole, 0, 200_000), false, false];
        yield 'empty' => ['', false, false];
    }

    public function testWhatCannotBeOpenedSaysNothing(): void
    {
        $folder = new Folder();
        self::assertFalse(Agreement::of($folder->path.'/none', $folder->put('whole', 'x'))->proves());
        self::assertFalse(Agreement::of($folder->path, $folder->path.'/whole')->proves());
    }

    public function testALookAtSomeBlocksFindsWhatDiffersThroughout(): void
    {
        $folder = new Folder();
        self::assertTrue(Agreement::of($folder->put('damaged', strrev(self::whole())), $folder->put('whole', self::whole()), 4)->differs);
    }

    private static function whole(): string
    {
        mt_srand(7);

        return implode('', array_map(static fn (): string => pack('V', mt_rand()), range(1, 75_000)));
    }
}
