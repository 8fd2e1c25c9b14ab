<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Keeping\CouldNotRename;
use VelvetLedger\Core\Keeping\KeptFrame;
use VelvetLedger\Core\Keeping\Renaming;
use VelvetLedger\Core\Keeping\Spelling;
use VelvetLedger\Core\Keeping\Wanted;
use VelvetLedger\Tests\Folder;

/** New names for frames: checked whole, and in an order in which each finds its place free. */
final class RenamingTest extends TestCase
{
    /**
     * @param array<int, string> $wanted stems by frame; frames are called 1 to 5, each with a raw and a sidecar, beside "notes.txt" and "Quay.jpg"
     * @param list<int>|string   $comes  frames in their order, or words of what keeps it from being done
     */
    #[TestWith([[1 => 'a', 2 => 'b'], [1, 2]], 'free names')]
    #[TestWith([[1 => '1', 2 => 'b'], [2]], 'one stays as it is')]
    #[TestWith([[1 => '2', 2 => '3', 3 => '4', 4 => '5', 5 => '6'], [5, 4, 3, 2, 1]], 'each one on: the last goes first')]
    #[TestWith([[5 => '4', 4 => '3', 3 => '2', 2 => '1', 1 => '0'], [1, 2, 3, 4, 5]], 'each one back')]
    #[TestWith([[1 => '2', 2 => '1', 3 => '9'], [2, 1, 3]], 'two change places')]
    #[TestWith([[1 => 'same', 2 => 'Same'], 'Two frames would be called Same'], 'one name on some file systems')]
    #[TestWith([[1 => '3'], '3 is taken'], 'of a frame that stays')]
    #[TestWith([[1 => 'quay'], 'taken in 2026 by Quay.jpg'], 'of another file')]
    #[TestWith([[1 => 'notes'], 'by notes.txt'], 'whatever its ending')]
    #[TestWith([[1 => 'a/b'], 'no name that every drive takes'])]
    #[TestWith([[1 => 'CON'], 'no name that every drive takes'])]
    #[TestWith([[1 => '.hidden'], 'no name that every drive takes'])]
    #[TestWith([[1 => 'ends in a stop.'], 'no name that every drive takes'])]
    #[TestWith([[1 => ''], 'no name that every drive takes'])]
    public function testNamesAreCheckedWholeAndPutInOrder(array $wanted, array|string $comes): void
    {
        $frames = array_map(static fn (int $n): KeptFrame => new KeptFrame($n, new Wanted('2026', (string) $n), ['.orw', '.xmp']), range(1, 5));
        $names = array_merge(['notes.txt', 'Quay.jpg'], ...array_map(static fn (KeptFrame $frame): array => [$frame->now->stem, ...$frame->names()], $frames));
        try {
            self::assertSame($comes, array_keys(Renaming::of($frames, array_map(static fn (string $stem): Wanted => new Wanted('2026', $stem), $wanted), static fn (): array => $names)->wanted));
        } catch (CouldNotRename $failure) {
            self::assertIsString($comes, $failure->getMessage());
            self::assertStringContainsString($comes, $failure->getMessage());
        }
    }

    #[TestWith(['../elsewhere'])]
    #[TestWith(['2026//b'])]
    #[TestWith(['/2026'])]
    #[TestWith(['2026/.hidden'])]
    public function testAFolderStaysInItsStore(string $folder): void
    {
        self::assertFalse((new Wanted($folder, 'a'))->isPortable());
    }

    /** On a drive that tells upper from lower case; of exFAT, which does not, the faults are played. */
    public function testOnlyWhatAFolderListsTellsWhetherTwoSpellingsAreTwoFiles(): void
    {
        $there = new Folder();
        $there->put('Quay/a.jpg', 'one');
        $there->put('quay/A.jpg', 'two');
        $there->put('quay/b.jpg', 'three');
        link("$there->path/quay/b.jpg", "$there->path/quay/B.jpg");
        foreach ([['Quay/a.jpg', 'quay/A.jpg'], ['quay/b.jpg', 'quay/B.jpg'], ['Quay', 'quay'], ['quay/b.jpg', 'quay/b.jpg'], ['quay/c.jpg', 'quay/C.jpg'], ['quay/b.jpg', 'quay/A.jpg']] as [$one, $other]) {
            self::assertFalse(Spelling::isOneEntry($there->path, $one, $other), "$one, $other");
        }
        self::assertSame([true, false], [Spelling::isSpelled("$there->path/quay/b.jpg"), Spelling::isSpelled("$there->path/Quay/A.jpg")]);
        foreach (['QUAY', 'Quay', 'quay/none'] as $folder) {
            Spelling::respell($there->path, $folder);
        }
        self::assertSame(['Quay', 'quay'], FolderNames::in($there->path), 'they are two');
        rename("$there->path/Quay", "$there->path/.quay.spelled");
        Spelling::respell($there->path, 'QUAY/of/it');
        self::assertSame(['QUAY', 'quay'], FolderNames::in($there->path), 'cut off in between, and gone on with');
    }
}
