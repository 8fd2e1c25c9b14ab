<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Store\Drive;
use VelvetLedger\Core\Store\Room;
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
            self::assertSame($warned, 0 === (new Room($free))->cardsMore($card), "$free $card");
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
        yield 'just room' => [$drive(free: Room::withMargin(64 * self::GB)), []];
        // The FAT file system keeps a file's size in 32 bits, has no links and does not tell case apart (ECMA-107; common practice for VFAT).
        yield 'FAT' => [$drive('vfat'), ['over 4 GiB', 'no hard links', 'upper from lower case']];
        yield 'exFAT' => [$drive('exfat'), ['no hard links', 'upper from lower case']];
        yield 'NTFS' => [$drive('ntfs3'), ['upper from lower case']];
        yield 'all at once, the gravest first' => [$drive('vfat', 'disk Anvil', true, 0), ['read-only', 'same device', 'less than one more card', '4 GiB', 'hard links', 'lower case']];
    }

    /** 500 GB are to be copied there, and 300 are free: that is said when it is added, whatever cards there were. */
    #[TestWith([300, 500, null, 'too little room for what it is owed: 300.00 GB free, 525.06 GB needed'])]
    #[TestWith([300, 500, 64, 'too little room for what it is owed'])]
    #[TestWith([526, 500, null, ''])]
    #[TestWith([526, 500, 64, 'less than one more card like the last when what it is owed is there: 526.00 GB free, 592.26 GB needed'])]
    #[TestWith([600, 500, 64, ''])]
    public function testRoomIsCountedWithoutWhatIsSpokenFor(int $free, int $owed, ?int $card, string $says): void
    {
        $card = null === $card ? null : $card * self::GB;
        $said = Warnings::of(new Drive('/media/b', 'Bellows', 'disk B', 'ext4', false, $free * self::GB), null, '', $card, $owed * self::GB);
        self::assertSame('' === $says ? 0 : 1, \count($said));
        self::assertStringContainsString($says, $said[0] ?? '');
        $room = new Room($free * self::GB, $owed * self::GB);
        self::assertSame(null === $card || '' === $says, null === $card || $room->takes($card), 'the desk says the same');
        self::assertSame([true, null === $card || $room->takes($card)], [$room->takes(0), null === $card || $room->cardsMore($card) > 0]);
    }

    public function testTheMainStoreItselfIsNotComparedWithItself(): void
    {
        $main = new Drive('/media/anvil', 'Anvil', 'disk Anvil', 'ext4', false, 5);
        self::assertSame([], Warnings::of($main));
        self::assertNotSame([], Warnings::of($main, null, '', 100));
    }

    public function testAMarginIsATwentiethAndWhatADriveKeepsToItself(): void
    {
        self::assertSame([64_000_000, 64_000_021, 1_114_000_000], array_map(Room::withMargin(...), [0, 20, self::GB]));
    }

    public function testTheLongestFileOnFatEndsAByteBefore4GiB(): void
    {
        self::assertSame([4_294_967_295, null], [(new Drive('/x', 'x', 'x', 'vfat', false, null))->mostBytesOfAFile(), (new Drive('/x', 'x', 'x', 'exfat', false, null))->mostBytesOfAFile()]);
    }
}
