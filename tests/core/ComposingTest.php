<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Plan\About;
use VelvetLedger\Core\Plan\Plan;
use VelvetLedger\Core\Plan\Planner;
use VelvetLedger\Core\Plan\Problem;
use VelvetLedger\Core\Plan\ShootWish;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Shoot\ClockCorrection;
use VelvetLedger\Core\Shoot\CouldNotDivide;
use VelvetLedger\Core\Shoot\Division;
use VelvetLedger\Tests\OnCard;
use VelvetLedger\Tests\StoreOf;

/** What the desk shows beside the names: samples to compose by, gaps, changed names, clocks in words. */
final class ComposingTest extends TestCase
{
    public function testSamplesSayWhatEachPieceSaysOfTheFirstFrameThatComes(): void
    {
        $order = OnCard::order([
            'destination' => ['kindOfWork' => 'Own projects', 'folder' => 'own'],
            'names' => ['pieces' => [['piece' => 'date taken', 'fields' => 'yyyyMMdd'], ['piece' => 'description'], ['piece' => 'sequence', 'start' => 7, 'digits' => 3, 'scope' => 'this day'], ['piece' => 'words', 'text' => '']]],
        ]);
        $card = OnCard::card(['ORL_0001' => '2026-04-02 07:00:00', 'ORL_0002' => '2026-05-04 21:14:09.45']);
        $samples = Planner::plan($card, new Wishes($order, ['2026-04-02' => new ShootWish('', true), '2026-05-04' => new ShootWish('Lantern boats')]), new StoreOf())->samples ?? self::fail();
        self::assertSame(['20260504', 'lantern-boats', '007', ''], $samples->names);
        self::assertSame([['2026'], ['2026-05-04', 'Lantern boats']], $samples->folders);
        self::assertSame(['2026-05-04', 'Lantern boats', '0002', 'ORL_0002', 'Orrel M4', 'Own projects', 'DCIM/100ORREL'], array_map(static fn (string $kind): string => $samples->offered[$kind] ?? '?', ['date taken', 'description', 'camera file number', 'original name', 'body', 'kind of work', 'card folders']));
        self::assertSame(['211409', '450', 'Mon'], [$samples->dates['HHmmss'] ?? '', $samples->dates['SSS'] ?? '', $samples->dates['EEE'] ?? '']);
        self::assertNull(Planner::plan(OnCard::card([]), new Wishes($order), new StoreOf())->samples);
    }

    /** @return iterable<string, array{list<string>, string|null}> names on the card, what is said of gaps (DCF 2.0: four characters, then 0001 to 9999) */
    public static function gaps(): iterable
    {
        yield 'none' => [['ORL_0001', 'ORL_0002', 'ORL_0003'], null];
        yield 'two' => [['ORL_0001', 'ORL_0003', 'ORL_0010'], 'Camera numbers missing: 1 after ORL_0001, 6 after ORL_0003.'];
        yield 'many' => [['ORL_0001', 'ORL_0003', 'ORL_0005', 'ORL_0007', 'ORL_0009', 'ORL_0011'], 'Camera numbers missing: 1 after ORL_0001, 1 after ORL_0003, 1 after ORL_0005, and in 2 more places.'];
        yield 'two bodies count for themselves' => [['ORL_0001', 'VAN_0002', 'ORL_0002', 'VAN_0003'], null];
        yield 'a counter that began again' => [['ORL_9999', 'ORL_0001', 'ORL_0002'], null];
        yield 'names that are no camera\'s' => [['scan 1', 'scan 9', 'ORL_0000'], null];
    }

    /** @param list<string> $names */
    #[DataProvider('gaps')]
    public function testMissingCameraNumbersAreCounted(array $names, ?string $said): void
    {
        $times = [];
        foreach ($names as $i => $name) {
            $times[$name] = \sprintf('2026-05-04 21:%02d:00', $i);
        }
        self::assertSame(null === $said ? [] : [$said], self::about(Planner::plan(OnCard::card($times), new Wishes(), new StoreOf()), About::Gap));
    }

    /** @return iterable<string, array{string, list<string>}> description, what is said of the names */
    public static function changes(): iterable
    {
        yield 'nothing changed' => ['Lantern boats', []];
        yield 'spaces are no change' => ['  Lantern   boats ', []];
        yield 'a reserved character' => ['Tide: low?', ['The folder is called "2026-05-04 Tide low": file systems do not take every character of the description (: ?).']];
        yield 'a full stop at the end' => ['Salt pans.', ['The folder is called "2026-05-04 Salt pans": file systems do not take every character of the description, its ending, or its whole length.']];
        yield 'too long for a name and for some programs' => [str_repeat('ebb ', 60).'end', [
            'The folder is called "2026-05-04 '.str_repeat('ebb ', 47).'e": file systems do not take every character of the description, its ending, or its whole length.',
            'The file names carry only the beginning of the description: a name has at most 255 bytes.',
            'Paths here are 385 characters long from the store\'s root; some Windows programs do not open more than 260 with the drive.',
        ]];
    }

    /** @param list<string> $said */
    #[DataProvider('changes')]
    public function testWhatIsChangedInANameIsSaid(string $description, array $said): void
    {
        $plan = Planner::plan(OnCard::card(['ORL_0001' => '2026-05-04 21:14:09']), new Wishes(shoots: ['2026-05-04' => new ShootWish($description)]), new StoreOf());
        self::assertSame($said, [...self::about($plan, About::Name), ...self::about($plan, About::LongPath)]);
    }

    public function testCorrectionsOfClocksAreSaidInTheirLargestUnits(): void
    {
        foreach ([0 => 'as it is', 1 => 'on by 1 s', -3600 => 'back by 1 h', 3725 => 'on by 1 h 2 min 5 s', -90_061 => 'back by 1 d 1 h 1 min 1 s', 946_684_800 => 'on by 10957 d'] as $seconds => $words) {
            self::assertSame($words, ClockCorrection::by($seconds)->inWords());
        }
    }

    public function testAPauseOrAnHourThatMakesNoSenseIsRefused(): void
    {
        foreach ([static fn () => Division::byDayAndPause(0), static fn () => Division::byDayAndPause(1441), static fn () => Division::byDay(13), static fn () => Division::byDay(-1)] as $i => $refused) {
            try {
                $refused();
                self::fail("division $i was taken");
            } catch (CouldNotDivide $error) {
                self::assertMatchesRegularExpression('/1 to 1440 minutes|from 0 to 12/', $error->getMessage());
            }
        }
    }

    /** @return list<string> */
    private static function about(Plan $plan, About $about): array
    {
        return array_values(array_map(static fn (Problem $problem): string => $problem->message, array_filter($plan->problems, static fn (Problem $problem): bool => $about === $problem->about)));
    }
}
