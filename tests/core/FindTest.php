<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Find\CouldNotFind;
use VelvetLedger\Core\Find\DateWords;
use VelvetLedger\Core\Find\FindFacet;
use VelvetLedger\Core\Find\FindQuery;
use VelvetLedger\Core\Find\FrameSet;

final class FindTest extends TestCase
{
    /** @return iterable<array{string, list<string>, list<string>, string}> what is written, days that it has, days that it has not, what else is written */
    public static function dates(): iterable
    {
        yield ['may 2024', ['2024-05-01', '2024-05-31'], ['2024-04-30', '2024-06-01', '2023-05-09'], ''];
        yield ['the red boat, some April', ['2019-04-01', '2026-04-30'], ['2026-03-31'], 'the red boat, some'];
        yield ['3–9 June', ['2019-06-03', '2024-06-09'], ['2024-06-02', '2024-06-10'], ''];
        yield ['June 3rd to 9th, 2024 kiln', ['2024-06-03', '2024-06-09'], ['2023-06-04'], 'kiln'];
        yield ['28 Dec - 2 Jan 2025', ['2024-12-28', '2025-01-02'], ['2024-12-27', '2025-12-29', '2025-01-03'], ''];
        yield ['28 Dec to 2 Jan', ['2020-12-30', '2021-01-01'], ['2021-01-03', '2020-12-27'], ''];
        yield ['4 May 2026', ['2026-05-04'], ['2026-05-05', '2025-05-04'], ''];
        yield ['May 4, 2026', ['2026-05-04'], ['2026-05-05'], ''];
        yield ['nov to feb 2025', ['2024-11-01', '2025-02-28'], ['2025-11-05', '2024-10-31'], ''];
        yield ['2024-05-04 to 2024-05-06', ['2024-05-04', '2024-05-06'], ['2024-05-07'], ''];
        yield ['2024-05-04', ['2024-05-04'], ['2024-05-05'], ''];
        yield ['2024-05', ['2024-05-01', '2024-05-31'], ['2024-06-01'], ''];
        yield ['2019 to 2021', ['2019-01-01', '2021-12-31'], ['2022-01-01', '2018-12-31'], ''];
        yield ['winter 2024', ['2024-12-01', '2025-02-28'], ['2024-11-30', '2025-03-01', '2024-01-05'], ''];
        yield ['last summer', ['2026-06-01', '2026-08-31'], ['2025-07-01', '2026-09-01'], ''];
        yield ['last autumn', ['2025-09-01'], ['2026-10-01'], ''];
        yield ['this autumn', ['2026-09-01', '2026-11-30'], ['2025-10-01'], ''];
        yield ['last winter', ['2025-12-01', '2026-02-28'], ['2024-12-31', '2026-12-01'], ''];
        yield ['last month', ['2026-10-01', '2026-10-31'], ['2026-11-01'], ''];
        yield ['this week', ['2026-11-09', '2026-11-15'], ['2026-11-08', '2026-11-16'], ''];
        yield ['last week night ferry', ['2026-11-02', '2026-11-08'], ['2026-11-09'], 'night ferry'];
        yield ['yesterday', ['2026-11-11'], ['2026-11-12'], ''];
        yield ['may june 2024', ['2020-05-03', '2024-06-30'], ['2023-06-01'], ''];
    }

    /**
     * @param list<string> $in
     * @param list<string> $out
     */
    #[DataProvider('dates')]
    public function testDaysAreUnderstoodAsPeopleWriteThem(string $text, array $in, array $out, string $rest): void
    {
        $found = DateWords::in($text, '2026-11-12'); // a Thursday
        self::assertNotNull($found->days);
        foreach ($in as $day) {
            self::assertTrue($found->days->has($day), $day);
        }
        foreach ($out as $day) {
            self::assertFalse($found->days->has($day), $day);
        }
        self::assertSame($rest, $found->rest);
    }

    public function testWhatNamesNoDayIsLeftAsItIs(): void
    {
        foreach (['lanterns at the rope walk', 'ORL_2024', 'ORL_0412', '2024-13-01', 'maybe mayor', '0412', 'augusta'] as $text) {
            $found = DateWords::in($text, '2026-11-12');
            self::assertSame([null, $text], [$found->days, $found->rest]);
        }
        self::assertSame(['may'], DateWords::in('may', '2026-11-12')->single, 'which may be a word as well');
    }

    /** Against PHP's own arrays, over the edges of blocks. */
    public function testSetsOfFramesAreSets(): void
    {
        mt_srand(27);
        for ($i = 0; $i < 40; ++$i) {
            $make = static function (): array {
                $numbers = [];
                for ($n = mt_rand(0, 300); $n > 0; --$n) {
                    $numbers[] = mt_rand(0, 3) * 4096 + mt_rand(0, 20) + (0 === mt_rand(0, 1) ? 4080 : 0);
                }
                sort($numbers);

                return array_values(array_unique($numbers));
            };
            [$a, $b] = [$make(), $make()];
            [$setA, $setB] = [FrameSet::of(...$a), FrameSet::of(...$b)];
            $either = array_values(array_unique([...$a, ...$b]));
            sort($either);
            self::assertSame([$a, array_values(array_intersect($a, $b)), $either, array_values(array_diff($a, $b))], [$setA->numbers(), $setA->and($setB)->numbers(), $setA->or($setB)->numbers(), $setA->without($setB)->numbers()]);
            self::assertSame([\count($a), [] === $a], [$setA->count(), $setA->isEmpty()]);
            self::assertSame(\in_array(4095, $a, true), $setA->has(4095));
            self::assertEquals($setA, FrameSet::ofBlocks($setA->blocks()));
        }
    }

    public function testAQueryIsItsText(): void
    {
        $query = FindQuery::words('red boat')->with(FindFacet::Stars, '4', '5')->without(FindFacet::Event, 'A & B = ü');
        self::assertSame('words=red+boat&stars=4&stars=5&-event=A+%26+B+%3D+%C3%BC', $query->text());
        self::assertEquals($query, FindQuery::read($query->text()));
        self::assertTrue(FindQuery::read('')->isEmpty());
        foreach (['colour=red', 'all=', 'words='.str_repeat('x', 4001), implode('&', array_map(static fn (int $i): string => "iso=$i", range(1, 201)))] as $bad) {
            try {
                FindQuery::read($bad);
                self::fail($bad);
            } catch (CouldNotFind $failure) {
                self::assertNotSame('', $failure->getMessage());
            }
        }
    }
}
