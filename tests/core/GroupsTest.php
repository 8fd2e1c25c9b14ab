<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Hint\Luminance;
use VelvetLedger\Core\Hint\PerceptualPrint;
use VelvetLedger\Core\Hint\Shot;
use VelvetLedger\Core\Look\FrameGroup;
use VelvetLedger\Core\Look\Groups;
use VelvetLedger\Core\Look\Likeness;

/** Which frames of a sitting belong together. */
final class GroupsTest extends TestCase
{
    private const QUAY = 'f0f0f0f0f0f0f0f0';
    private const KILN = '0f0f0f0f0f0f0f0f';

    /**
     * @param list<array{float, string|null, 2?: float, 3?: string}> $frames seconds, print, bias in EV, body
     * @param list<string>                                           $groups
     */
    #[DataProvider('lots')]
    public function testWhatBelongsTogether(array $frames, array $groups, int $alike = 8): void
    {
        $of = array_map(static fn (int $i, array $one): Likeness => new Likeness($i, new Shot($i, $one[3] ?? 'A', $one[0], $one[2] ?? 0.0), null === $one[1] ? null : PerceptualPrint::ofBits($one[1]), null), array_keys($frames), $frames);
        self::assertSame($groups, self::said(Groups::among($of, $alike)));
    }

    /** @return iterable<string, array{0: list<array{0: float, 1: string|null, 2?: float, 3?: string}>, 1: list<string>, 2?: int}> */
    public static function lots(): iterable
    {
        yield 'nothing alike' => [[[0.0, self::QUAY], [60.0, self::KILN]], []];
        yield 'a burst, whatever its pictures are' => [[[0.0, self::QUAY], [0.2, self::KILN], [0.4, null], [60.0, self::KILN]], ['burst 0 1 2']];
        yield 'two bodies take turns' => [[[0.0, null], [0.1, null, 0.0, 'B'], [0.2, null], [0.3, null, 0.0, 'B'], [0.4, null], [0.5, null, 0.0, 'B']], ['burst 0 2 4', 'burst 1 3 5']];
        yield 'a bracket stays by itself' => [[[0.0, self::QUAY, -2.0], [0.5, self::QUAY], [1.0, self::QUAY, 2.0], [9.0, self::QUAY], [12.0, self::QUAY]], ['bracket 0 1 2', 'alike 3 4']];
        yield 'a burst and what looks like it a minute later' => [[[0.0, self::QUAY], [0.2, self::QUAY], [0.4, self::QUAY], [70.0, self::QUAY]], ['alike 0 1 2 3']];
        yield 'within two hours' => [[[0.0, self::QUAY], [7199.0, self::QUAY], [14500.0, self::QUAY]], ['alike 0 1']];
        yield 'three places differ' => [[[0.0, self::QUAY], [5.0, 'f0f0f0f0f0f0f0f7']], ['alike 0 1'], 3];
        yield 'one too many' => [[[0.0, self::QUAY], [5.0, 'f0f0f0f0f0f0f0ff']], [], 3];
        yield 'a group does not drift' => [[[0.0, 'ff00000000000000'], [5.0, 'fff0000000000000'], [9.0, 'fffff00000000000']], ['alike 0 1'], 4];
        yield 'nearest of two' => [[[0.0, 'ff00000000000000'], [5.0, 'ffff000000000000'], [9.0, 'fffe000000000000']], ['alike 1 2'], 7];
    }

    public function testWhatIsPutTogetherByHandAndTakenOut(): void
    {
        $of = array_map(static fn (int $i): Likeness => new Likeness($i, new Shot($i, 'A', $i * 10.0, 0.0), PerceptualPrint::ofBits($i < 4 ? self::QUAY : self::KILN), null), range(0, 6));
        self::assertSame(['alike 0 1 2 3', 'alike 4 5 6'], self::said(Groups::among($of)));
        self::assertSame(['by hand 0 5', 'alike 1 3', 'alike 4 6'], self::said(Groups::among($of, 8, [0 => 1, 5 => 1, 2 => 0])));
        self::assertSame(['alike 4 5 6'], self::said(Groups::among($of, 8, [0 => 0, 1 => 0, 2 => 0, 3 => 4])), 'one alone is no group');
    }

    /**
     * A made set of 20 scenes in half an hour: of each a frame, the same moved by a fiftieth, brightened, noisy, and cut closer; among
     * them a burst that pans over other scenes, and a bracket. Of the pairs that are put together, and those that belong together.
     */
    public function testPrecisionAndRecallOnAMadeSet(): void
    {
        mt_srand(11);
        $frames = $belong = [];
        $shot = static function (\Closure $scene, float $at, int $of, float $bias = 0.0) use (&$frames, &$belong): void {
            $frames[] = new Likeness(\count($frames), new Shot(\count($frames), 'A', $at, $bias), self::print($scene), null);
            $belong[] = $of;
        };
        for ($of = 0; $of < 20; ++$of) {
            $waves = array_map(static fn (): array => [mt_rand(2, 14), mt_rand(-12, 12), mt_rand(0, 62) / 10, mt_rand(10, 45)], range(1, 5));
            $scene = static fn (float $x, float $y): float => 110 + array_sum(array_map(static fn (array $w): float => $w[3] * sin($w[0] * $x + $w[1] * $y + $w[2]), $waves));
            $at = 90.0 * $of;
            foreach ([$scene, static fn (float $x, float $y): float => $scene($x + 0.02, $y), static fn (float $x, float $y): float => 1.15 * $scene($x, $y) + 8, static fn (float $x, float $y): float => $scene($x, $y) + mt_rand(-15, 15), static fn (float $x, float $y): float => $scene(0.02 + 0.96 * $x, 0.02 + 0.96 * $y)] as $i => $one) {
                $shot($one, $at + 9 * $i, $of);
            }
        }
        foreach ([0, 1, 2, 3] as $i) {
            $shot(static fn (float $x, float $y): float => 128 + 90 * sin(9 * $x + 3 * $i) * cos(5 * $y - $i), 9000 + 0.2 * $i, 40);
        }
        foreach ([-2.0, 0.0, 2.0] as $i => $bias) {
            $shot(static fn (float $x, float $y): float => (128 + 60 * sin(6 * $x) + 40 * cos(8 * $y)) * 2 ** ($bias / 2), 9100 + 0.5 * $i, 41, $bias);
        }
        $lots = [];
        foreach ($belong as $frame => $of) {
            $lots[$of][] = $frame;
        }
        $found = self::pairs(array_map(static fn (FrameGroup $group): array => array_map(static fn (Likeness $one): int => $one->frame, $group->members), Groups::among($frames)));
        $should = self::pairs(array_values($lots));
        $right = \count(array_intersect($found, $should));
        self::assertGreaterThan(0.97, $right / \count($found), 'precision: '.$right.' of '.\count($found));
        self::assertGreaterThan(0.8, $right / \count($should), 'recall: '.$right.' of '.\count($should));
    }

    /**
     * @param list<FrameGroup> $groups
     *
     * @return list<string>
     */
    private static function said(array $groups): array
    {
        return array_map(static fn (FrameGroup $group): string => $group->kind->value.' '.implode(' ', array_map(static fn (Likeness $one): int => $one->frame, $group->members)), $groups);
    }

    /**
     * @param list<list<int>> $lots
     *
     * @return list<string>
     */
    private static function pairs(array $lots): array
    {
        $found = [];
        foreach ($lots as $lot) {
            foreach ($lot as $i => $one) {
                foreach (\array_slice($lot, $i + 1) as $other) {
                    $found[] = "$one $other";
                }
            }
        }

        return $found;
    }

    /** @param \Closure(float, float): float $at brightness at a place, 0 to 1 across and down */
    private static function print(\Closure $at): PerceptualPrint
    {
        $values = '';
        for ($y = 0; $y < 64; ++$y) {
            for ($x = 0; $x < 64; ++$x) {
                $values .= \chr((int) max(0, min(255, $at($x / 64, $y / 64))));
            }
        }

        return PerceptualPrint::of(new Luminance($values, 64, 64));
    }

    public function testTheSharpestOfThoseThatWereMeasured(): void
    {
        $of = static fn (int $frame, ?int $sharpness): Likeness => new Likeness($frame, new Shot($frame, 'A', $frame * 10.0, 0.0), PerceptualPrint::ofBits(self::QUAY), $sharpness);
        self::assertSame([[3, 1, 2]], array_map(static fn (FrameGroup $group): array => $group->bySharpness(), Groups::among([$of(1, 40), $of(2, 12), $of(3, 55), $of(4, null)])));
        self::assertSame([[]], array_map(static fn (FrameGroup $group): array => $group->bySharpness(), Groups::among([$of(1, 40), $of(2, null)])));
    }
}
