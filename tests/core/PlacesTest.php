<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Order\CouldNotOrder;
use VelvetLedger\Core\Order\SecondCopy;
use VelvetLedger\Core\Order\StageTree;
use VelvetLedger\Core\Order\Subfolders;
use VelvetLedger\Core\Placing\AtRest;
use VelvetLedger\Core\Placing\BesideWanted;
use VelvetLedger\Core\Placing\CouldNotPlace;
use VelvetLedger\Core\Placing\PlacedWork;
use VelvetLedger\Core\Placing\PlacingRule;
use VelvetLedger\Core\Placing\PlacingRules;
use VelvetLedger\Core\Placing\Whereabouts;
use VelvetLedger\Core\Placing\WhichWork;

/** Rules of where work lands, what mirrors it and where it ends. */
final class PlacesTest extends TestCase
{
    private const ANVIL = 1;
    private const BELLOWS = 2;
    private const COFFER = 3;
    private const CHEST = 4;
    private const CRATE = 5;
    private const NAMES = [1 => 'Anvil', 2 => 'Bellows', 3 => 'Coffer', 4 => 'Chest', 5 => 'Crate'];

    /**
     * @param array{string, string, string} $work     kind, order, first day
     * @param list<int>                     $expected main, then where it ends
     */
    #[TestWith([['', 'By the day', '2026-05-04'], [self::ANVIL, self::COFFER]])]
    #[TestWith([['weddings', 'By the day', '2026-05-04'], [self::CRATE, self::CHEST]])]
    #[TestWith([['Weddings', '', '2026-05-04'], [self::CRATE, self::CHEST]])]
    #[TestWith([['weddings', '', '2024-12-31'], [self::BELLOWS, self::COFFER]])]
    #[TestWith([['tides', 'Card to Crate', '2026-05-04'], [self::CRATE, self::COFFER]])]
    #[TestWith([['tides', 'card to crate', '2026-05-04'], [self::ANVIL, self::COFFER]])]
    public function testTheFirstRuleThatTakesSomeWorkCounts(array $work, array $expected): void
    {
        $rule = self::rules()->for(PlacedWork::of(...$work));
        self::assertSame($expected, [$rule->main, $rule->archives[0] ?? 0]);
    }

    /** @param array<int, bool> $expected store => whether what was dropped is left out */
    #[DataProvider('whereabouts')]
    public function testWhereAShootIsToLieIsOneFunctionOfItsRuleAndOfWhereItIs(Whereabouts $shoot, array $expected): void
    {
        $wanted = self::rules()->wanted($shoot);
        ksort($wanted);
        self::assertSame($expected, $wanted);
    }

    /** @return iterable<string, array{Whereabouts, array<int, bool>}> */
    public static function whereabouts(): iterable
    {
        $work = new PlacedWork('', '', 2026);
        yield 'as it came in' => [new Whereabouts(1, $work, self::ANVIL), [1 => false, 2 => false]];
        yield 'its second copies wait' => [new Whereabouts(1, $work, self::ANVIL, second: SecondCopy::WhenSaid), [1 => false]];
        yield 'and were asked for' => [new Whereabouts(1, $work, self::ANVIL, second: SecondCopy::WhenSaid, isAskedFor: true), [1 => false, 2 => false]];
        yield 'of what was kept' => [new Whereabouts(1, $work, self::ANVIL, second: SecondCopy::KeptAfterLook, isAskedFor: true), [1 => false, 2 => true]];
        yield 'filed away, and at home where it was' => [new Whereabouts(1, $work, self::ANVIL, isFiled: true), [1 => false, 2 => false, 3 => false, 4 => false]];
        yield 'gone from there' => [new Whereabouts(1, $work, self::COFFER, isFiled: true), [3 => false, 4 => false]];
        yield 'on its way back' => [new Whereabouts(1, $work, self::COFFER, self::ANVIL, true), [1 => false, 2 => false, 3 => false, 4 => false]];
        yield 'at home where no rule has it' => [new Whereabouts(1, $work, self::CRATE), [2 => false, 5 => false]];
        yield 'all of it goes to an archive, also what was dropped' => [new Whereabouts(1, $work, self::ANVIL, isFiled: true, second: SecondCopy::KeptAfterLook, isAskedFor: true), [1 => false, 2 => true, 3 => false, 4 => false]];
        yield 'nowhere yet' => [new Whereabouts(1, $work, null), [2 => false]];
    }

    public function testARuleReadsAsASentence(): void
    {
        [$old, $weddings, , $all] = [...self::rules()->special, self::rules()->all];
        self::assertSame('Work of the kind “weddings” until 2024 lands on Bellows, is mirrored nowhere and ends on Coffer. What else lies in its folder is left to itself.', $old->inWords(self::NAMES));
        self::assertSame('Work of the kind “weddings” lands on Crate, is mirrored on Anvil and Bellows and ends on Chest. What lies in exports and finals/print of its folder is kept with it; changed, it stays as it was for 7 days.', $weddings->inWords(self::NAMES));
        self::assertSame('All other work lands on Anvil, is mirrored on Bellows and ends on Coffer and Chest. What else lies in its folder is kept with it; changed, it stays as it was for 30 days.', $all->inWords(self::NAMES));
        self::assertStringStartsWith('All work lands on Anvil', $all->inWords(self::NAMES, true));
        self::assertSame('Work by the order “Card to Crate” of 2025 to 2026', WhichWork::of(order: 'Card to Crate', fromYear: 2025, toYear: 2026)->inWords());
        self::assertSame(['Work of 2025', 'Work since 2025', 'Work until 2025'], [WhichWork::of('', '', 2025, 2025)->inWords(), WhichWork::of('', '', 2025)->inWords(), WhichWork::of('', '', null, 2025)->inWords()]);
        self::assertStringContainsString('a store that is used no more', $all->inWords([]));
    }

    /** @param \Closure(): mixed $make */
    #[DataProvider('wrongRules')]
    public function testARuleThatCannotBeSaysWhy(\Closure $make, string $why): void
    {
        $this->expectException(CouldNotPlace::class);
        $this->expectExceptionMessage($why);
        $make();
    }

    /** @return iterable<string, array{\Closure(): mixed, string}> */
    public static function wrongRules(): iterable
    {
        $which = WhichWork::of('weddings');
        yield 'of anything' => [static fn () => WhichWork::of(), 'Say what work the rule is for'];
        yield 'years turned' => [static fn () => WhichWork::of('', '', 2026, 2025), '2026 to 2025 does not'];
        yield 'mirrored on itself' => [static fn () => PlacingRule::of(null, $which, 1, [2, 1], []), 'names a store once'];
        yield 'ends on its mirror' => [static fn () => PlacingRule::of(null, $which, 1, [2], [2]), 'names a store once'];
        yield 'ends twice' => [static fn () => PlacingRule::of(null, $which, 1, [], [3, 3]), 'names a store once'];
    }

    /** @param array<string, bool> $takes path => whether it is kept */
    #[TestWith(['all', ['x.tif' => true, 'exports/x.tif' => true]])]
    #[TestWith(['nothing', ['x.tif' => false, 'exports/x.tif' => false]])]
    #[TestWith([['Exports', 'finals/print'], ['x.tif' => false, 'exports/x.tif' => true, 'exports/full/x.tif' => true, 'exports-old/x.tif' => false, 'finals/x.tif' => false, 'finals/print/x.tif' => true]])]
    #[TestWith([[], ['x.tif' => false]])]
    public function testWhatElseIsKeptOfAFolder(mixed $document, array $takes): void
    {
        $wanted = BesideWanted::read($document, 30);
        self::assertSame($takes, array_combine(array_keys($takes), array_map($wanted->takes(...), array_keys($takes))));
        self::assertEquals($wanted, BesideWanted::read($wanted->document(), $wanted->days));
        self::assertSame(\in_array($document, ['nothing', []], true), $wanted->isNothing());
    }

    #[TestWith(['some', 30])]
    #[TestWith([['../x'], 30])]
    #[TestWith([['/'], 30])]
    #[TestWith([[7], 30])]
    #[TestWith([['a' => 'b'], 30])]
    #[TestWith(['all', -1])]
    #[TestWith(['all', 9999])]
    public function testWhatIsNoWishOfThatKindIsRefused(mixed $document, int $days): void
    {
        $this->expectException(BadDocument::class);
        BesideWanted::read($document, $days);
    }

    /** Two minutes without a change of bytes, name or time: common practice, no published source. */
    public function testAFileRestsWhenNobodyTouchedItForAWhile(): void
    {
        $now = 1_777_900_000;
        self::assertTrue(AtRest::is(['mtime' => $now - 120, 'ctime' => $now - 120], $now));
        self::assertFalse(AtRest::is(['mtime' => $now - 9999, 'ctime' => $now - 119], $now), 'copied there just now, with its own time');
        self::assertFalse(AtRest::is(['mtime' => $now - 119, 'ctime' => $now - 9999], $now));
        self::assertTrue(AtRest::is(['mtime' => $now + 86400, 'ctime' => $now - 9999], $now), 'a camera\'s clock that is wrong is not waited for');
    }

    public function testATreeOfAStageStandsInAFolderThatEveryFileSystemTakes(): void
    {
        $trees = [StageTree::of(' finished ', 'Finished', 'Coffer', ['web', 'print/large'], true), StageTree::of('working', 'Stages/Working')];
        self::assertSame(['finished', 'Finished/2026/boats'], [$trees[0]->name, StageTree::folder($trees[0]->root, '2026/boats')]);
        self::assertSame($trees, Subfolders::of([], '', $trees)->trees);
        foreach ([static fn () => StageTree::of('', 'Finished'), static fn () => StageTree::of('x', ''), static fn () => StageTree::of('x', '../x'), static fn () => StageTree::of('x', 'a//b'), static fn () => StageTree::of('x', 'con'), static fn () => StageTree::of('x', 'Finished', '', ['..']), static fn () => Subfolders::of([], '', [$trees[0], StageTree::of('print', 'finished')])] as $make) {
            try {
                $make();
                self::fail('That cannot be a tree.');
            } catch (CouldNotOrder $why) {
                self::assertNotSame('', $why->getMessage());
            }
        }
    }

    private static function rules(): PlacingRules
    {
        return new PlacingRules([
            PlacingRule::of(1, WhichWork::of('weddings', '', null, 2024), self::BELLOWS, [], [self::COFFER], BesideWanted::nothing()),
            PlacingRule::of(2, WhichWork::of('weddings'), self::CRATE, [self::ANVIL, self::BELLOWS], [self::CHEST], BesideWanted::read(['exports', 'finals/print'], 7)),
            PlacingRule::of(3, WhichWork::of('', 'Card to Crate'), self::CRATE, [self::BELLOWS], [self::COFFER]),
        ], PlacingRule::ofAll(self::ANVIL, [self::BELLOWS], [self::COFFER, self::CHEST], BesideWanted::all()));
    }
}
