<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Store\Drive;
use VelvetLedger\Core\Store\Warnings;

/** What is said of a drive before copies are trusted to it. */
final class StoreWarningsTest extends TestCase
{
    private const GB = 1_000_000_000;

    /** One number for the warning and the page. */
    public function testThereIsRoomForACardExactlyWhereNoneIsWarnedAbout(): void
    {
        foreach ([[30_000_000, 5_000_000], [69_000_000, 5_000_000], [70_000_000, 5_000_000], [20_000_000_000, 20_000_000_000], [22_000_000_000, 20_000_000_000]] as [$free, $card]) {
            $warned = [] !== array_filter(Warnings::of(new Drive('/media/x', 'x', 'disk x', 'ext4', false, $free), null, '', $card), static fn (string $warning): bool => str_contains($warning, 'less than one more card'));
            self::assertSame($warned, 0 === Warnings::cardsMore($free, $card), "$free $card");
        }
    }

    /** @param list<string> $words one of each warning, in their order */
    #[DataProvider('drives')]
    public function testADriveIsWarnedAboutInWords(Drive $drive, array $words): void
    {
        $main = new Drive('/media/anvil', 'Anvil', 'disk Anvil', 'ext4', false, 500 * self::GB);
        $said = Warnings::of($drive, $main, 'Anvil', 64 * self::GB);
        self::assertCount(\count($words), $said, implode("\n", $said));
        foreach ($words as $i => $word) {
            self::assertStringContainsString($word, $said[$i]);
        }
    }

    /** @return iterable<string, array{Drive, list<string>}> */
    public static function drives(): iterable
    {
        $drive = static fn (string $type = 'ext4', string $device = 'disk Bellows', bool $readOnly = false, ?int $free = 200 * self::GB): Drive => new Drive('/media/bellows', 'Bellows', $device, $type, $readOnly, $free);
        yield 'a good one' => [$drive(), []];
        yield 'room is not told' => [$drive(free: null), []];
        yield 'its file system is not told' => [$drive(''), []];
        yield 'beside the main store' => [$drive(device: 'disk Anvil'), ['It lies on the same device as Anvil (disk Anvil): when that device fails, both copies are gone.']];
        yield 'read-only' => [$drive(readOnly: true), ['mounted read-only']];
        yield 'no room' => [$drive(free: 64 * self::GB), ['less than one more card like the last: 64.00 GB free, 67.26 GB needed']];
        yield 'just room' => [$drive(free: Warnings::withMargin(64 * self::GB)), []];
        // The FAT file system keeps a file's size in 32 bits, has no links and does not tell case apart (ECMA-107; common practice for VFAT).
        yield 'FAT' => [$drive('vfat'), ['over 4 GiB', 'no hard links', 'upper from lower case']];
        yield 'exFAT' => [$drive('exfat'), ['no hard links', 'upper from lower case']];
        yield 'NTFS' => [$drive('ntfs3'), ['upper from lower case']];
        yield 'all at once, the gravest first' => [$drive('vfat', 'disk Anvil', true, 0), ['read-only', 'same device', 'less than one more card', '4 GiB', 'hard links', 'lower case']];
    }

    public function testTheMainStoreItselfIsNotComparedWithItself(): void
    {
        $main = new Drive('/media/anvil', 'Anvil', 'disk Anvil', 'ext4', false, 5);
        self::assertSame([], Warnings::of($main));
        self::assertNotSame([], Warnings::of($main, null, '', 100));
    }

    public function testAMarginIsATwentiethAndWhatADriveKeepsToItself(): void
    {
        self::assertSame([64_000_000, 64_000_021, 1_114_000_000], array_map(Warnings::withMargin(...), [0, 20, self::GB]));
    }

    public function testTheLongestFileOnFatEndsAByteBefore4GiB(): void
    {
        self::assertSame([4_294_967_295, null], [(new Drive('/x', 'x', 'x', 'vfat', false, null))->mostBytesOfAFile(), (new Drive('/x', 'x', 'x', 'exfat', false, null))->mostBytesOfAFile()]);
    }
}
