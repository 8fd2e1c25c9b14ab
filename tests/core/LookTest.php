<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Look\Act;
use VelvetLedger\Core\Look\ActKind;
use VelvetLedger\Core\Look\Among;
use VelvetLedger\Core\Look\Choices;
use VelvetLedger\Core\Look\CouldNotJudge;
use VelvetLedger\Core\Look\Facet;
use VelvetLedger\Core\Look\History;
use VelvetLedger\Core\Look\Judgement;
use VelvetLedger\Core\Look\LookedAt;
use VelvetLedger\Core\Look\Lot;
use VelvetLedger\Core\Look\Pass;
use VelvetLedger\Core\Look\Tally;
use VelvetLedger\Core\Look\Traits;
use VelvetLedger\Core\Look\Word;

final class LookTest extends TestCase
{
    /** @param list<string> $words */
    #[DataProvider('said')]
    public function testWhatIsSaidOneAfterTheOther(array $words, string $comesTo, int $rating): void
    {
        $judged = array_reduce($words, static fn (Judgement $is, string $word): Judgement => Word::read($word)->of($is), Judgement::none());
        self::assertSame([$comesTo, $rating], [$judged->inWords(), $judged->rating()]);
    }

    /** @return iterable<string, array{list<string>, string, int}> words, what they come to, and xmp:Rating (XMP Specification Part 2, 3.2) */
    public static function said(): iterable
    {
        yield 'nothing' => [[], 'not judged', 0];
        yield 'kept' => [['keep'], 'keep', 0];
        yield 'stars keep' => [['3'], 'keep, 3 stars', 3];
        yield 'also what was dropped' => [['drop', '1'], 'keep, 1 star', 1];
        yield 'a slip costs no stars' => [['4', 'drop'], 'drop, 4 stars', -1];
        yield 'and back' => [['4', 'drop', 'keep'], 'keep, 4 stars', 4];
        yield 'no stars leave the decision' => [['4', '0'], 'keep', 0];
        yield 'dropped, and no stars' => [['drop', '0'], 'drop', -1];
        yield 'taken away' => [['unsure', 'open'], 'not judged', 0];
        yield 'a label is a word' => [['label  proofs ', '2'], 'keep, 2 stars, proofs', 2];
        yield 'and none' => [['label proofs', 'no label'], 'not judged', 0];
        yield 'a turn decides nothing' => [['turn right', 'keep', 'turn right'], 'keep, upside down', 0];
        yield 'and comes round' => [['turn left', '2', 'turn right', 'turn left'], 'keep, 2 stars, turned left', 2];
    }

    public function testWhatSaysNothingIsRefused(): void
    {
        foreach (['', 'kept', '6', '-1', 'label ', '3 stars', str_repeat('é', 90)] as $word) {
            try {
                Word::read($word);
                self::fail("\"$word\" was taken");
            } catch (CouldNotJudge $no) {
                self::assertStringContainsString('says nothing of a frame. Say keep, drop', $no->getMessage());
            }
        }
    }

    public function testWhatCameWithAFrameIsWhereItBegins(): void
    {
        self::assertSame(['drop', '3 stars', '5 stars, Ausschuss', 'not judged'], array_map(static fn (Judgement $one): string => $one->inWords(), [Judgement::written(-1, null), Judgement::written(3, ''), Judgement::written(9, 'Ausschuss'), Judgement::written(null, null)]));
    }

    public function testAStampThatAnotherHandChangedIsFollowed(): void
    {
        $is = static fn (string ...$words): Judgement => array_reduce($words, static fn (Judgement $is, string $word): Judgement => Word::read($word)->of($is), Judgement::none());
        self::assertSame(
            ['keep, 2 stars', 'keep, 2 stars, proofs', 'drop', 'unsure', 'not judged', 'keep'],
            array_map(static fn (Judgement $one): string => $one->inWords(), [$is('drop')->following(2, null), $is('unsure', '4', 'unsure')->following(2, 'proofs'), $is('keep', '3')->following(-1, null), $is('unsure')->following(null, null), $is('drop')->following(0, null), $is('4')->following(0, '')]),
        );
    }

    /** @param list<string> $acts "1", "2", "back", "again", "back", … */
    #[DataProvider('histories')]
    public function testToTheBeginningOfTheSitting(array $acts, string $stands, ?int $toTakeBack, ?int $toBringAgain): void
    {
        $done = [];
        foreach ($acts as $i => $act) {
            $history = History::of($done);
            $done[] = match ($act) {
                'back' => new Act($i, ActKind::TakeBack, $history->toTakeBack()),
                'again' => new Act($i, ActKind::BringAgain, $history->toBringAgain()),
                default => new Act($i, ActKind::Judge),
            };
        }
        $history = History::of($done);
        self::assertSame([$toTakeBack, $toBringAgain], [self::orNull($history->toTakeBack(...)), self::orNull($history->toBringAgain(...))], $stands);
        self::assertSame([null !== $toTakeBack, null !== $toBringAgain], [$history->canTakeBack(), $history->canBringAgain()]);
    }

    /** @return iterable<string, array{list<string>, string, int|null, int|null}> acts by their places from 0 */
    public static function histories(): iterable
    {
        yield 'nothing' => [[], 'none', null, null];
        yield 'one' => [['judge'], '0', 0, null];
        yield 'back' => [['judge', 'judge', 'back'], '0', 0, 1];
        yield 'all back' => [['judge', 'judge', 'back', 'back'], 'none', null, 0];
        yield 'and again' => [['judge', 'judge', 'back', 'back', 'again'], '0', 0, 1];
        yield 'again to the end' => [['judge', 'judge', 'back', 'back', 'again', 'again'], '0, 1', 1, null];
        yield 'a new one forgets what was taken back' => [['judge', 'judge', 'back', 'judge'], '0, 3', 3, null];
        yield 'and stands before it' => [['judge', 'judge', 'back', 'judge', 'back', 'back'], 'none', null, 0];
    }

    public function testPassesAndWhatItComesTo(): void
    {
        $frame = static fn (int $id, string $body, string ...$words): LookedAt => new LookedAt($id, array_reduce($words, static fn (Judgement $is, string $word): Judgement => Word::read($word)->of($is), Judgement::none()), 1, $body);
        $frames = [$frame(1, 'A', 'keep'), $frame(2, 'A', '3'), $frame(3, 'B', '5', 'drop'), $frame(4, 'B', 'unsure'), $frame(5, 'B'), $frame(6, 'B', 'label proofs')];
        $traits = [3 => new Traits('21', ['quay'], ['soft', 'burst']), 4 => new Traits('21', [], ['soft']), 5 => new Traits('22', ['quay'], ['soft'])];
        $ids = static fn (Pass $pass, ?Among $among = null): array => array_values(array_map(static fn (LookedAt $one): int => $one->id, array_filter($frames, static fn (LookedAt $one): bool => $pass->lets($one->judged) && ($among ?? Among::all())->lets($one, $traits[$one->id] ?? new Traits()))));
        self::assertSame([[1, 2, 3, 4, 5, 6], [5, 6], [4], [1, 2], [1], [2], [], [3]], array_map($ids, [Pass::All, Pass::Open, Pass::Unsure, Pass::Kept, Pass::Starless, Pass::ThreeUp, Pass::Five, Pass::Dropped]), 'what is dropped counts by no stars');
        self::assertSame([[6], [5, 6]], [$ids(Pass::Open, Among::all()->with(Facet::Label, 'proofs')), $ids(Pass::Open, Among::all()->with(Facet::Body, 'B'))]);
        $soft = Among::all()->with(Facet::Hint, 'soft')->with(Facet::Hour, '21');
        self::assertSame([[3], [3, 4]], [$ids(Pass::All, $soft->with(Facet::Keyword, 'quay')), $ids(Pass::All, $soft)]);
        $choices = Choices::of($frames, $traits, Pass::All, $soft);
        self::assertSame([2, 1, ['21' => 2, '22' => 1], ['soft' => 2, 'burst' => 1], ['B' => 2], ['quay' => 1]], [$choices->passes['all'], $choices->passes['unsure'], $choices->values['hour'], $choices->values['hint'], $choices->values['body'], $choices->values['keyword']], 'of each as if it were not chosen');
        $tally = Tally::of($frames);
        self::assertSame('kept 2 of 6, dropped 1, unsure 1, 2 to go', $tally->sentence);
        foreach (Pass::cases() as $pass) {
            self::assertCount($tally->passes[$pass->value] ?? -1, $ids($pass), $pass->value);
        }
    }

    public function testLotsAreNamed(): void
    {
        self::assertSame(['shoots-2-12', 'receipt-3', 'day-2026-05-04'], array_map(static fn (string $text): string => Lot::read($text)->text, ['shoots-12-2-12', 'receipt-3', 'day-2026-05-04']));
        foreach (['', 'shoots', 'shoots-0', 'receipt-x', 'day-2026-99-99', 'shoots-1 OR 1'] as $text) {
            self::assertNull(self::orNull(static fn (): int => Lot::read($text)->receipt ?? 0), $text);
        }
    }

    /** @param \Closure(): int $of */
    private static function orNull(\Closure $of): ?int
    {
        try {
            return $of();
        } catch (CouldNotJudge) {
            return null;
        }
    }
}
