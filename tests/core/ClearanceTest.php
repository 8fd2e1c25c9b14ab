<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\TakenFromTwin;
use VelvetLedger\Core\Card\Trouble;
use VelvetLedger\Core\Clearance\Clearance;
use VelvetLedger\Core\Clearance\CopyOfFile;
use VelvetLedger\Core\Clearance\FileToClear;
use VelvetLedger\Core\Clearance\Lack;
use VelvetLedger\Core\Clearance\PhotographersWord;
use VelvetLedger\Core\Clearance\Reason;
use VelvetLedger\Core\Clearance\Remedy;
use VelvetLedger\Core\Receipt\CopiesAt;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Core\Receipt\Sum;
use VelvetLedger\Core\Receipt\Summary;
use VelvetLedger\Core\Receipt\Verdict;
use VelvetLedger\Core\Store\Drive;
use VelvetLedger\Core\Store\Warnings;

/** May a card be formatted: common practice (two proven copies on two devices before the original goes), no published source. */
final class ClearanceTest extends TestCase
{
    /**
     * @param list<FileToClear> $files
     * @param list<Trouble>     $troubles
     */
    #[DataProvider('cards')]
    public function testTheVerdictIsOneSentence(string $sentence, bool $may, array $files, array $troubles = [], int $copies = 2, ?Remedy $remedy = null): void
    {
        $clearance = Clearance::of('TOWER', $files, $troubles, $copies);
        self::assertSame([$sentence, $may], [$clearance->sentence, $clearance->mayBeFormatted]);
        self::assertSame($may, [] === $clearance->missing && [] !== $files);
        self::assertSame($remedy, $clearance->missing[0]->remedy ?? null);
    }

    /** @return iterable<string, array{0: string, 1: bool, 2: list<FileToClear>, 3?: list<Trouble>, 4?: int, 5?: Remedy}> */
    public static function cards(): iterable
    {
        $anvil = new CopyOfFile('Anvil', 'sda', true);
        $bellows = new CopyOfFile('Bellows', 'sdb', true);
        $partition = new CopyOfFile('Second', 'sda', true);
        $gone = new CopyOfFile('Bellows', 'sdb', true, gone: true);
        $bad = new CopyOfFile('Bellows', 'sdb', false);
        $still = static fn (bool $matches, CopyOfFile ...$copies): FileToClear => new FileToClear(new CardFile('DCIM/100ORREL/ORL_0001.JPG', 9, 0), $matches, array_values($copies));
        $other = static fn (string $name): CardFile => new CardFile('DCIM/100ORREL/'.$name, 9, 0);
        $yes = 'TOWER may be formatted: 1 file on it has 2 proven copies on 2 devices.';
        $no = static fn (string $why, int $of = 1): string => "Not yet: keep TOWER as it is. Of $of ".(1 === $of ? 'file' : 'files').", 1 $why.";

        yield 'two copies on two devices' => [$yes, true, [$still(true, $anvil, $bellows)]];
        yield 'one is enough where the order says so' => ['TOWER may be formatted: 1 file on it has 1 proven copy.', true, [$still(true, $anvil)], [], 1];
        yield 'three are asked for' => [$no('has too few proven copies'), false, [$still(true, $anvil, $bellows)], [], 3, Remedy::MakeCopies];
        yield 'two on one device' => [$no('has its copies on one device'), false, [$still(true, $anvil, $partition)], [], 2, Remedy::MakeCopies];
        yield 'devices unknown' => [$no('has its copies on devices unknown'), false, [$still(true, $anvil, new CopyOfFile('Nas', '', true))], [], 2, Remedy::None];
        yield 'a name of the moment says nothing of a drive that is away' => [$no('has its copies on devices unknown'), false, [$still(true, new CopyOfFile('Anvil', 'attached as sda', true), new CopyOfFile('Bellows', '', true, believedSince: '2026-06-03'))], [], 2, Remedy::None];
        yield 'one is gone' => [$no('has too few proven copies'), false, [$still(true, $anvil, $gone)], [], 2, Remedy::MakeCopies];
        yield 'all are gone' => [$no('is in the ledger, but its copies are gone'), false, [$still(true, $gone)], [], 2, Remedy::Prove];
        yield 'one did not hold its last proof' => [$no('has too few proven copies'), false, [$still(true, $anvil, $bad)], [], 2, Remedy::MakeCopies];
        yield 'never brought in' => [$no('is nowhere but on this card'), false, [$still(false)], [], 2, Remedy::BringIn];
        yield 'held by its ends alone' => [$no('seems to be held, and must be read in full to be sure'), false, [new FileToClear($other('ORL_0001.JPG'), false, unsure: Lack::NotCompared)], [], 2, Remedy::Compare];
        yield 'unreadable' => [$no('cannot be read'), false, [new FileToClear($other('ORL_0001.JPG'), false, unreadable: 'past byte 7')], [], 2, Remedy::NodAlone];
        yield 'unreadable, and its twin is held' => [$yes, true, [new FileToClear($other('ORL_0001.JPG'), true, [$anvil, $bellows], twin: new TakenFromTwin('SLOT_2', '', 70_000))]];
        yield 'left out' => [$no('was left out and is nowhere else', 2), false, [$still(true, $anvil, $bellows), new FileToClear($other('ORL_0002.JPG'), false, word: PhotographersWord::LeftOut)], [], 2, Remedy::Nod];
        $away = new CopyOfFile('Bellows', 'sdb', true, believedSince: '2026-06-03');
        yield 'one of two is away' => [$yes.' Seen just now: those on Anvil. Believed, for it is away: those on Bellows, proven Wed 3 June 2026.', true, [$still(true, $anvil, $away)]];
        yield 'both are away, and the oldest proof is told' => [str_replace('1 file on it has', '2 files on it have', $yes).' No copy was seen just now. Believed, for they are away: those on Anvil, proven Fri 1 May 2026; on Bellows, proven Tue 2 June 2026.', true, [$still(true, new CopyOfFile('Anvil', 'sda', true, believedSince: '2026-05-01'), $away), new FileToClear($other('ORL_0002.JPG'), true, [new CopyOfFile('Anvil', 'sda', true, believedSince: '2026-06-01'), new CopyOfFile('Bellows', 'sdb', true, believedSince: '2026-06-02')])]];
        yield 'left out, with a nod' => ['TOWER may be formatted: 1 file on it has 2 proven copies on 2 devices, and 1 file you let go.', true, [$still(true, $anvil, $bellows), new FileToClear($other('ORL_0002.JPG'), false, word: PhotographersWord::Nodded)]];
        yield 'unreadable, and its twin is believed to be held' => [$no('came from its twin, and is only believed to be the same'), false, [new FileToClear($other('ORL_0001.JPG'), true, [$anvil, $bellows], twin: new TakenFromTwin('SLOT_2', '', null))], [], 2, Remedy::NodAlone];
        yield 'the same, with a nod' => ['TOWER may be formatted: 1 file you let go.', true, [new FileToClear($other('ORL_0001.JPG'), true, [$anvil, $bellows], twin: new TakenFromTwin('SLOT_2', '', null), word: PhotographersWord::Nodded)]];
        yield 'what is unreadable goes by a nod of its own' => ['TOWER may be formatted: 1 file on it has 2 proven copies on 2 devices, and 1 file you let go.', true, [$still(true, $anvil, $bellows), new FileToClear($other('ORL_0002.JPG'), false, unreadable: 'gone', word: PhotographersWord::Nodded)]];
        yield 'let go, while a store that is away has it still' => ['TOWER may be formatted: 2 files you let go.', true, [new FileToClear($other('ORL_0002.JPG'), false, word: PhotographersWord::LetGo), new FileToClear($other('ORL_0003.JPG'), true, [$away], word: PhotographersWord::LetGo)]];
        yield 'a clip' => [$no('is a clip or sound that is nowhere but on this card', 2), false, [$still(true, $anvil, $bellows), new FileToClear($other('ORL_0002.MOV'), false)], [], 2, Remedy::BringIn];
        yield 'a sidecar' => [$no('is nowhere but on this card', 2), false, [$still(true, $anvil, $bellows), new FileToClear($other('ORL_0001.XMP'), false)], [], 2, Remedy::BringIn];
        yield 'what nobody knows' => [$no('is of no kind that is known here, and nowhere else', 2), false, [$still(true, $anvil, $bellows), new FileToClear($other('LAYOUT.QXZ'), false)], [], 2, Remedy::Nod];
        yield 'what nobody knows, with a nod' => ['TOWER may be formatted: 1 file on it has 2 proven copies on 2 devices, and 1 file you let go.', true, [$still(true, $anvil, $bellows), new FileToClear($other('LAYOUT.QXZ'), false, word: PhotographersWord::Nodded)]];
        yield 'a deleted picture' => [$no('is a hidden or deleted picture that is nowhere else', 2), false, [$still(true, $anvil, $bellows), new FileToClear(new CardFile('.Trashes/501/ORL_0002.JPG', 9, 0), false)], [], 2, Remedy::Nod];
        yield 'all that stays is counted' => [strtr($yes, ['devices.' => 'devices; 4 other files stay on it: 2 flight tracks, 1 proxy, 1 of the camera\'s own.']), true, [$still(true, $anvil, $bellows), new FileToClear($other('DJI_0001.SRT'), false), new FileToClear($other('DJI_0002.SRT'), false), new FileToClear($other('DJI_0002.LRF'), false), new FileToClear(new CardFile('MISC/AUTPRINT.MRK', 9, 0), false)]];
        yield 'what came in with its clip is counted with it' => [strtr($yes, ['1 file on it has' => '2 files on it have']), true, [$still(true, $anvil, $bellows), new FileToClear($other('DJI_0001.SRT'), true, [$anvil, $bellows])]];
        yield 'what the camera keeps for itself' => [strtr($yes, ['devices.' => 'devices; 1 other file stays on it: 1 of the camera\'s own.']), true, [$still(true, $anvil, $bellows), new FileToClear(new CardFile('MISC/AUTPRINT.MRK', 9, 0), false)]];
        yield 'a folder that was not listed to its end' => ['Not yet: keep TOWER as it is. Of 1 file, 1 folder could not be listed to its end.', false, [$still(true, $anvil, $bellows)], [Trouble::damage('DCIM/101ORREL', 'input/output error')], 2, Remedy::None];
        yield 'an empty card' => ['There is nothing on TOWER that would be lost.', false, []];
    }

    public function testTheGravestIsNamedFirst(): void
    {
        $files = [new FileToClear(new CardFile('b.JPG', 1, 0), false, word: PhotographersWord::LeftOut), new FileToClear(new CardFile('a.JPG', 1, 0), false), new FileToClear(new CardFile('c.JPG', 1, 0), false, unreadable: 'torn')];
        $clearance = Clearance::of('CARD', $files, [], 2);
        self::assertSame(['c.JPG', 'a.JPG', 'b.JPG'], array_map(static fn ($missing): string => $missing->path, $clearance->missing));
        self::assertSame('Not yet: keep CARD as it is. Of 3 files, 1 cannot be read, 1 is nowhere but on this card, 1 was left out and is nowhere else.', $clearance->sentence);
    }

    public function testManyFilesOfOneCauseAreOneReason(): void
    {
        $anvil = new CopyOfFile('Anvil', 'sda', true);
        $files = array_map(static fn (int $n): FileToClear => new FileToClear(new CardFile("DCIM/100ORREL/ORL_000$n.JPG", 9, 0), 3 !== $n, 3 === $n ? [] : [$anvil]), range(1, 9));
        $clearance = Clearance::of('TOWER', $files, [], 2);
        self::assertSame([['is nowhere but on this card', 1, true], ['1 of 2: on Anvil', 8, false]], array_map(static fn (Reason $reason): array => [$reason->because, $reason->files, $reason->isOfFew()], $clearance->reasons()));
        self::assertCount(8, array_filter($clearance->missing, $clearance->reasons()[1]->isOf(...)));
    }

    public function testAReceiptSaysWhereItsFilesAreAndWhatIsOwed(): void
    {
        $summary = new Summary([new Sum(Outcome::BroughtIn, 12, 8, 100)]);
        $said = static fn (CopiesAt ...$copies): array => [Verdict::of($summary, array_values($copies))->heading, Verdict::of($summary, array_values($copies))->sentence];
        self::assertSame(['Two proven copies', '12 files of this card are on Anvil and Bellows, read back and equal to the card.'], $said(new CopiesAt('Anvil', 12, 0), new CopiesAt('Bellows', 12, 0)));
        self::assertSame(['Copies are owed', '12 files of this card are on Anvil, read back and equal to the card. Bellows is owed 3 copies: made when it is there.'], $said(new CopiesAt('Anvil', 12, 0), new CopiesAt('Bellows', 9, 3)));
        self::assertSame(['Copies are owed', '12 files of this card are on Anvil, read back and equal to the card. 1 copy of Bellows was found missing or different since.'], $said(new CopiesAt('Anvil', 12, 0), new CopiesAt('Bellows', 11, 0, 1)));
    }

    /** @param list<string> $words each of one warning */
    #[DataProvider('drives')]
    public function testDrivesAreWarnedAbout(array $words, Drive $drive, ?Drive $main = null, ?int $lastCard = null): void
    {
        $warnings = Warnings::of($drive, $main, 'Anvil', $lastCard);
        self::assertCount(\count($words), $warnings, implode(' ', $warnings));
        foreach ($words as $i => $expected) {
            self::assertStringContainsString($expected, $warnings[$i]);
        }
    }

    /** @return iterable<string, array{0: list<string>, 1: Drive, 2?: Drive|null, 3?: int}> */
    public static function drives(): iterable
    {
        $drive = static fn (string $device, string $type = 'ext4', bool $readOnly = false, int $free = 1_000_000_000_000): Drive => new Drive('/media/x', 'x', $device, $type, $readOnly, $free);
        yield 'a good one' => [[], $drive('sdb'), $drive('sda'), 64_000_000_000];
        yield 'the same device' => [['same device as Anvil (sda)'], $drive('sda'), $drive('sda')];
        yield 'read-only' => [['read-only'], $drive('sdb', readOnly: true)];
        yield 'little room' => [['less than one more card like the last: 20.00 GB free, 21.06 GB needed'], $drive('sdb', free: 20_000_000_000), null, 20_000_000_000];
        yield 'FAT' => [['no file over 4 GiB', 'no hard links', 'upper from lower case'], $drive('sdb', 'vfat')]; // Microsoft's FAT specification: size in 32 bits
        yield 'exFAT' => [['no hard links', 'upper from lower case'], $drive('sdb', 'exfat')];
        yield 'NTFS' => [['upper from lower case'], $drive('sdb', 'ntfs3')];
    }
}
