<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Capture\CapturedAt;
use VelvetLedger\Core\Card\CardContents;
use VelvetLedger\Core\Plan\About;
use VelvetLedger\Core\Plan\BodyClock;
use VelvetLedger\Core\Plan\Plan;
use VelvetLedger\Core\Plan\Planner;
use VelvetLedger\Core\Plan\Problem;
use VelvetLedger\Core\Plan\ShootWish;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Shoot\ClockCorrection;
use VelvetLedger\Core\Shoot\Clocks;
use VelvetLedger\Core\Shoot\ClockSpan;
use VelvetLedger\Core\Shoot\Edit;
use VelvetLedger\Core\Shoot\Edits;
use VelvetLedger\Tests\OnCard;
use VelvetLedger\Tests\StoreOf;

/** Which frames become which shoots: by day and pause, by hand, by clocks put right. */
final class ShootsTest extends TestCase
{
    /** @return iterable<string, array{int|null, int, array<string, string>, list<string>}> pause in minutes, hour that the day turns, frames, shoots */
    public static function divisions(): iterable
    {
        $evening = ['A' => '2026-05-04 21:00:00', 'B' => '2026-05-04 21:59:59', 'C' => '2026-05-04 23:00:00', 'D' => '2026-05-05 01:30:00'];
        yield 'by day' => [null, 0, $evening, ['2026-05-04: A B C', '2026-05-05: D']];
        yield 'by day and an hour\'s pause' => [60, 0, $evening, ['2026-05-04: A B', '2026-05-04: C', '2026-05-05: D']];
        yield 'the day turns at four' => [null, 4, $evening, ['2026-05-04: A B C D']];
        yield 'turns at four, with a pause' => [60, 4, $evening, ['2026-05-04: A B', '2026-05-04: C', '2026-05-04: D']];
        yield 'a pause of exactly so long is none' => [60, 0, ['A' => '2026-05-04 10:00:00', 'B' => '2026-05-04 11:00:00', 'C' => '2026-05-04 12:00:01'], ['2026-05-04: A B', '2026-05-04: C']];
        yield 'year end' => [30, 0, ['A' => '2026-12-31 23:59:59', 'B' => '2027-01-01 00:00:00'], ['2026-12-31: A B']];
        yield 'a wedding that ends at two' => [null, 0, ['A' => '2026-05-04 22:10:00', 'B' => '2026-05-04 22:40:00', 'C' => '2026-05-04 23:50:00', 'D' => '2026-05-05 00:20:00', 'E' => '2026-05-05 01:55:00', 'F' => '2026-05-05 14:00:00'], ['2026-05-04: A B C D', '2026-05-05: E F']];
        yield 'rests of an hour at most are usual' => [null, 0, ['A' => '2026-05-04 22:10:00', 'B' => '2026-05-04 23:50:00', 'C' => '2026-05-05 00:50:00', 'D' => '2026-05-05 01:51:00'], ['2026-05-04: A B C', '2026-05-05: D']];
        yield 'a night ends by six' => [null, 0, ['A' => '2026-05-04 23:55:00', 'B' => '2026-05-05 00:05:00', 'C' => '2026-05-05 00:15:00', 'D' => '2026-05-06 00:01:00'], ['2026-05-04: A B C', '2026-05-06: D']];
        yield 'nor is a rest usual that there was not before' => [null, 0, ['A' => '2026-05-04 23:40:00', 'B' => '2026-05-04 23:45:00', 'C' => '2026-05-05 00:00:00'], ['2026-05-04: A B', '2026-05-05: C']];
        yield 'leap day' => [null, 3, ['A' => '2028-02-29 12:00:00', 'B' => '2028-03-01 02:59:59', 'C' => '2028-03-01 03:00:00'], ['2028-02-29: A B', '2028-03-01: C']];
        // The night of 25 October 2026 in Europe: 02:00 to 03:00 comes twice (EU Directive 2000/84/EC: clocks go back at 01:00 UTC).
        yield 'an hour that comes twice, offsets written' => [30, 0, ['B' => '2026-10-25 02:05:00+01:00', 'A' => '2026-10-25 02:50:00+02:00'], ['2026-10-25: A B']];
        yield 'the same without offsets: what the clock showed' => [30, 0, ['B' => '2026-10-25 02:05:00', 'A' => '2026-10-25 02:50:00'], ['2026-10-25: B', '2026-10-25: A']];
        yield 'an hour that never was' => [30, 0, ['A' => '2026-03-29 01:50:00+01:00', 'B' => '2026-03-29 03:05:00+02:00'], ['2026-03-29: A B']];
        yield 'one second, by its fraction, then by number' => [null, 0, ['ORL_10' => '2026-05-04 21:00:00.50', 'ORL_9' => '2026-05-04 21:00:00.5', 'ORL_11' => '2026-05-04 21:00:00.45'], ['2026-05-04: ORL_11 ORL_9 ORL_10']];
    }

    /**
     * @param array<string, string> $frames
     * @param list<string>          $shoots
     */
    #[DataProvider('divisions')]
    public function testFramesAreDividedByDayAndPause(?int $pause, int $turn, array $frames, array $shoots): void
    {
        $order = OnCard::order(['shoots' => ['pauseMinutes' => $pause, 'dayTurnsAt' => $turn]]);
        self::assertSame($shoots, OnCard::shoots(Planner::plan(OnCard::card($frames), new Wishes($order), new StoreOf())));
    }

    /** @return iterable<string, array{list<Edit>, list<string>}> what is done by hand to A B C | D E | F, and what comes of it */
    public static function edits(): iterable
    {
        [$a, $b, $c, $d, $e, $f] = array_map(static fn (string $name): string => OnCard::key($name), ['A', 'B', 'C', 'D', 'E', 'F']);
        yield 'a cut' => [[Edit::cutBefore($b)], ['2026-05-04: A', '2026-05-04: B C', '2026-05-05: D E', '2026-05-06: F']];
        yield 'a cut before the first frame is none' => [[Edit::cutBefore($d)], ['2026-05-04: A B C', '2026-05-05: D E', '2026-05-06: F']];
        yield 'a cut, taken away again' => [[Edit::cutBefore($b), Edit::join($a, $b)], ['2026-05-04: A B C', '2026-05-05: D E', '2026-05-06: F']];
        yield 'two joined' => [[Edit::join($a, $e)], ['2026-05-04: A B C D E', '2026-05-06: F']];
        yield 'the later takes in the earlier' => [[Edit::join($f, $a)], ['2026-05-06: A B C F', '2026-05-05: D E']];
        yield 'a range moved' => [[Edit::move([$b, $c], $d)], ['2026-05-04: A', '2026-05-05: B C D E', '2026-05-06: F']];
        yield 'frames that do not stand together, to a shoot of their own' => [[Edit::move([$a, $e], null)], ['2026-05-04: A E', '2026-05-04: B C', '2026-05-05: D', '2026-05-06: F']];
        yield 'all frames moved: no shoot is left' => [[Edit::move([$f], $a)], ['2026-05-04: A B C F', '2026-05-05: D E']];
        yield 'a shoot is joined after frames went to it' => [[Edit::move([$a], $d), Edit::join($f, $d)], ['2026-05-06: A D E F', '2026-05-04: B C']];
        yield 'what is not there does nothing' => [[Edit::cutBefore('gone'), Edit::join('gone', $a), Edit::join($a, 'gone'), Edit::move(['gone'], $a), Edit::move([$a], 'gone'), Edit::move([], null)], ['2026-05-04: A B C', '2026-05-05: D E', '2026-05-06: F']];
    }

    /**
     * @param list<Edit>   $edits
     * @param list<string> $shoots
     */
    #[DataProvider('edits')]
    public function testShootsAreCutJoinedAndFramesMovedByHand(array $edits, array $shoots): void
    {
        $card = OnCard::card(['A' => '2026-05-04 10:00:00', 'B' => '2026-05-04 10:10:00', 'C' => '2026-05-04 10:20:00', 'D' => '2026-05-05 10:00:00', 'E' => '2026-05-05 10:10:00', 'F' => '2026-05-06 10:00:00']);
        $plan = Planner::plan($card, new Wishes(edits: new Edits($edits)), new StoreOf());
        $found = OnCard::shoots($plan);
        sort($found);
        sort($shoots);
        self::assertSame($shoots, $found);
        self::assertSame(array_unique(array_column($plan->shoots, 'id')), array_column($plan->shoots, 'id'));
        self::assertSame(6, $plan->totals->frames->toBringIn);
    }

    public function testADescriptionStaysWithItsFramesHoweverTheyAreDivided(): void
    {
        $card = OnCard::card(['A' => '2026-05-04 10:00:00', 'B' => '2026-05-04 12:00:00', 'C' => '2026-05-05 10:00:00']);
        $said = [OnCard::key('A') => new ShootWish('rope walk'), OnCard::key('C') => new ShootWish('salt pans')];
        $descriptions = static fn (Wishes $wishes): array => array_map(static fn ($shoot): string => $shoot->title->description, Planner::plan($card, $wishes, new StoreOf())->shoots);
        self::assertSame(['rope walk', 'salt pans'], $descriptions(new Wishes(shoots: $said)));
        self::assertSame(['rope walk', '', 'salt pans'], $descriptions(new Wishes(OnCard::order(['shoots' => ['pauseMinutes' => 60]]), $said)));
        self::assertSame(['rope walk', 'salt pans'], $descriptions(new Wishes(shoots: $said, edits: new Edits([Edit::move([OnCard::key('B')], OnCard::key('C'))]))));
        self::assertSame(['salt pans'], $descriptions(new Wishes(shoots: $said, edits: new Edits([Edit::join(OnCard::key('C'), OnCard::key('A'))]))));
    }

    /** @return iterable<string, array{array<string, int>, list<string>}> day => frames, what is said of strays */
    public static function strays(): iterable
    {
        yield 'weeks before' => [['2026-04-02' => 6, '2026-05-04' => 20, '2026-05-06' => 9], ['6 frames from 2 April, five weeks before the others.']];
        yield 'one frame, a year before' => [['2024-12-31' => 1, '2026-05-04' => 20], ['1 frame from 31 December 2024, 16 months before the others.']];
        yield 'a clock that was reset' => [['2000-01-01' => 4, '2026-05-04' => 20], ['4 frames from 1 January 2000, 26 years before the others.']];
        yield 'a dozen beside three days of work' => [['2026-04-20' => 12, '2026-05-04' => 9, '2026-05-05' => 5, '2026-05-06' => 6], ['12 frames from 20 April, two weeks before the others.']];
        yield 'a dozen beside two days of it' => [['2026-04-20' => 12, '2026-05-04' => 9, '2026-05-05' => 11], []];
        yield 'after' => [['2026-05-04' => 20, '2026-05-13' => 2], ['2 frames from 13 May, a week after the others.']];
        yield 'days apart only' => [['2026-05-04' => 20, '2026-05-10' => 2], []];
        yield 'as many as the rest' => [['2026-04-02' => 9, '2026-05-04' => 20], []];
        yield 'a stray of two days' => [['2026-04-02' => 1, '2026-04-03' => 2, '2026-05-04' => 20], ['1 frame from 2 April, five weeks before the others.', '2 frames from 3 April, four weeks before the others.']];
        yield 'nothing' => [[], []];
    }

    /**
     * @param array<string, int> $days
     * @param list<string>       $said
     */
    #[DataProvider('strays')]
    public function testWhatLiesFarFromTheRestIsPointedOut(array $days, array $said): void
    {
        $frames = [];
        foreach ($days as $day => $count) {
            for ($i = 0; $i < $count; ++$i) {
                $frames["$day-$i"] = \sprintf('%s 10:%02d:00', $day, $i);
            }
        }
        $problems = array_filter(Planner::plan(OnCard::card($frames), new Wishes(), new StoreOf())->problems, static fn ($problem): bool => About::Stray === $problem->about);
        self::assertSame($said, array_values(array_map(static fn ($problem): string => explode(' Look', $problem->message)[0], $problems)));
    }

    public function testTwoBodiesArePutOnOneClock(): void
    {
        $card = new CardContents([
            OnCard::frame('ORL_0001', '2026-05-04 21:20:00'),
            OnCard::frame('ORL_0002', '2026-05-04 21:22:00'),
            OnCard::frame('VAN_0001', '2026-05-04 22:21:07', ['JPG'], 'Vantry 6'),
            OnCard::frame('VAN_0002', '2026-05-05 00:10:07.50', ['JPG'], 'Vantry 6'),
        ], [], []);
        $shows = CapturedAt::fromText('2026-05-04T22:21:07') ?? self::fail();
        $right = CapturedAt::fromText('2026-05-04T21:21:00') ?? self::fail();
        $correction = ClockCorrection::whereThisFrame($shows, $right, 'the quay clock');
        self::assertSame([-3607, 'back by 1 h 7 s'], [$correction->seconds, $correction->inWords()]);
        $plan = Planner::plan($card, new Wishes(clocks: new Clocks(['Vantry 6, no. 7' => $correction])), new StoreOf());
        self::assertSame(['2026-05-04: ORL_0001 VAN_0001 ORL_0002 VAN_0002'], OnCard::shoots($plan));
        self::assertSame('2026/2026-05-04/2026-05-04_0002.jpg', OnCard::names($plan)['DCIM/100ORREL/VAN_0001.JPG']);
        $clock = $plan->clocks[1];
        self::assertSame(['Vantry 6, no. 7', -3607, 'the quay clock', '2026-05-04T22:21:07', '2026-05-04T21:21:00'], [$clock->body, $clock->seconds, $clock->because, $clock->before, $clock->after]);
        self::assertSame([0, 'as it is'], [$plan->clocks[0]->seconds, $plan->clocks[0]->inWords]);
    }

    /** The battery was changed in the middle of the card: three frames say 2000, then the clock was set again. */
    public function testAClockThatWasResetInTheMiddleOfACardIsPutRightForItsFramesAlone(): void
    {
        $card = OnCard::card(['ORL_0001' => '2026-05-04 21:00:00', 'ORL_0002' => '2026-05-04 21:10:00', 'ORL_0003' => '2000-01-01 00:01:00', 'ORL_0004' => '2000-01-01 00:02:00', 'ORL_0005' => '2000-01-01 00:09:00', 'ORL_0006' => '2026-05-04 22:00:00']);
        $reset = array_map(OnCard::key(...), ['ORL_0003', 'ORL_0004', 'ORL_0005']);
        $clocks = static fn (Plan $plan): array => array_map(static fn (BodyClock $clock): array => [$clock->span, $clock->frames, $clock->inWords, $clock->before, $clock->after], $plan->clocks);
        $plan = Planner::plan($card, new Wishes(), new StoreOf());
        self::assertSame([[null, 3, 'as it is', '2026-05-04T21:00:00', '2026-05-04T21:00:00'], [$reset, 3, 'as it is', '2000-01-01T00:01:00', '2000-01-01T00:01:00']], $clocks($plan), 'offered, and nothing is moved');
        $right = ClockCorrection::whereThisFrame(CapturedAt::fromText('2000-01-01T00:01:00') ?? self::fail(), CapturedAt::fromText('2026-05-04T21:30:00') ?? self::fail());
        $spans = [ClockSpan::of($reset, $right)];
        $plan = Planner::plan($card, new Wishes(clocks: new Clocks(spans: $spans)), new StoreOf());
        self::assertSame(['2026-05-04: ORL_0001 ORL_0002 ORL_0003 ORL_0004 ORL_0005 ORL_0006'], OnCard::shoots($plan), 'frames whose time was right stay where they were');
        self::assertSame([3, '2026-05-04T21:30:00'], [$plan->clocks[1]->frames, $plan->clocks[1]->after]);
        $both = Planner::plan($card, new Wishes(clocks: new Clocks(['Orrel M4, no. 7' => ClockCorrection::by(3600)], spans: $spans)), new StoreOf());
        self::assertSame([['back', 3, '2026-05-04T22:00:00'], ['span', 3, '2026-05-04T21:30:00']], array_map(static fn (BodyClock $clock): array => [null === $clock->span ? 'back' : 'span', $clock->frames, $clock->after], $both->clocks), 'what is said of some is said of them alone');
        self::assertSame([null], array_column($clocks(Planner::plan(OnCard::card(['ORL_0001' => '2000-01-01 00:01:00', 'ORL_0002' => '2000-01-01 00:02:00']), new Wishes(), new StoreOf())), 0), 'a body that is wrong throughout is one clock');
    }

    public function testANightOverMidnightIsSaidAndCanBeDivided(): void
    {
        $card = OnCard::card(['A' => '2026-05-04 23:50:00', 'B' => '2026-05-04 23:58:00', 'C' => '2026-05-05 00:05:00', 'D' => '2026-05-05 00:09:00']);
        $plan = Planner::plan($card, new Wishes(), new StoreOf());
        self::assertSame(['It goes on over midnight without a longer rest than before: 2 frames of the next day are in it.'], self::messages($plan));
        $cut = Planner::plan($card, new Wishes(edits: new Edits([Edit::cutBefore(OnCard::key('C'))])), new StoreOf());
        self::assertSame(['2026-05-04: A B', '2026-05-05: C D'], OnCard::shoots($cut));
        self::assertSame([], self::messages($cut));
        $days = OnCard::card(['A' => '2026-05-04 12:00:00', 'B' => '2026-05-05 12:00:00']);
        self::assertSame([], self::messages(Planner::plan($days, new Wishes(edits: new Edits([Edit::join(OnCard::key('A'), OnCard::key('B'))])), new StoreOf())), 'days that were joined by hand are no night');
    }

    public function testAClockThatBeganAnewIsPointedOutAndANewYearsNightIsNot(): void
    {
        $said = static fn (string $a, string $b = '2026-05-04 12:00:00', string $c = '2026-05-04 12:00:00'): array => array_values(array_filter(self::messages(Planner::plan(OnCard::card(['A' => $a, 'B' => $b, 'C' => $c]), new Wishes(), new StoreOf())), static fn (string $one): bool => str_contains($one, 'reset')));
        self::assertSame(['2 frames here are of the first hour of Thu 1 January 2015, where a camera\'s clock begins when it was reset: put it right under "clocks", for these frames alone, if that is so.'], $said('2015-01-01 00:00:02', '2015-01-01 00:00:40', '2026-05-04 12:00:00'));
        self::assertSame([], $said('2026-12-31 23:55:00', '2027-01-01 00:00:01', '2027-01-01 00:00:09'));
        self::assertSame([], $said('2015-01-01 00:00:02'), 'one frame is chance');
    }

    public function testAStrayIsMeasuredToItsNeighbour(): void
    {
        $times = ['A' => '2000-01-01 12:00:00', 'B' => '2000-01-20 12:00:00'];
        foreach (range(1, 12) as $n) {
            $times["M$n"] = "2026-05-04 12:00:$n";
        }
        $strays = array_values(array_filter(self::messages(Planner::plan(OnCard::card($times), new Wishes(), new StoreOf())), static fn (string $one): bool => str_contains($one, 'belongs here')));
        self::assertSame('1 frame from 1 January 2000, three weeks before the next on the card. Look whether it belongs here, or whether the clock was wrong.', $strays[0] ?? '');
        self::assertStringStartsWith('1 frame from 20 January 2000, three weeks after the next on the card.', $strays[1] ?? '');
    }

    /** @return list<string> */
    private static function messages(Plan $plan): array
    {
        return array_map(static fn (Problem $problem): string => $problem->message, $plan->problems);
    }

    /** @return iterable<string, array{int, string, string}> */
    public static function corrections(): iterable
    {
        yield 'over midnight' => [-3600, '2026-05-05T00:10:00', '2026-05-04T23:10:00'];
        yield 'over a leap day' => [86400, '2028-02-28T12:00:00', '2028-02-29T12:00:00'];
        yield 'over a year end, by years' => [26 * 365 * 86400, '2000-01-01T00:00:00', '2025-12-25T00:00:00'];
        yield 'in a night that skips an hour a clock shows what it shows' => [3600, '2026-03-29T01:30:00', '2026-03-29T02:30:00'];
    }

    #[DataProvider('corrections')]
    public function testAClockIsCorrectedAsItsHandsAreTurned(int $seconds, string $shows, string $right): void
    {
        $at = CapturedAt::fromText($shows) ?? self::fail();
        self::assertSame($right, $at->movedBy($seconds)->local);
        self::assertSame($shows, $at->movedBy($seconds)->movedBy(-$seconds)->local);
    }
}
