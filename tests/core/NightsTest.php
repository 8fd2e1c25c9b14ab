<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use VelvetLedger\Core\Shoot\Clocks;
use VelvetLedger\Core\Shoot\Division;
use VelvetLedger\Core\Shoot\ProposedShoot;
use VelvetLedger\Core\Shoot\TimedFrame;
use VelvetLedger\Tests\OnCard;

/** What holds of every division over midnight, on cards made at random from a seed. */
final class NightsTest extends TestCase
{
    private const ROUNDS = 150;

    public function testNightsAreJoinedOnlyWhereTheyGoOn(): void
    {
        $joined = 0;
        for ($seed = 1; $seed <= self::ROUNDS; ++$seed) {
            $frames = self::frames($seed);
            foreach ([Division::byDay(), Division::byDayAndPause(90), Division::byDay(4)] as $division) {
                $shoots = $division->propose($frames);
                $keys = array_merge(...array_map(self::keys(...), $shoots));
                sort($keys);
                $all = array_map(static fn (TimedFrame $frame): string => $frame->key(), $frames);
                sort($all);
                self::assertSame($all, $keys, "seed $seed: every frame is in one shoot");
                foreach ($shoots as $shoot) {
                    $joined += $this->nightOf($shoot, $division, $seed);
                }
            }
        }
        self::assertGreaterThan(20, $joined, 'the seeds make nights that go on');
    }

    public function testWhereItIsSaidWhenTheDayTurnsNothingIsJoined(): void
    {
        for ($seed = 1; $seed <= self::ROUNDS; ++$seed) {
            foreach (Division::byDay(4)->propose(self::frames($seed)) as $shoot) {
                self::assertCount(1, array_unique(array_map(Division::byDay(4)->dayOf(...), $shoot->frames)), "seed $seed");
            }
        }
    }

    /** 1 where the shoot goes on over midnight; that it may, is asserted. */
    private function nightOf(ProposedShoot $shoot, Division $division, int $seed): int
    {
        $last = null;
        $goesOn = 0;
        foreach ($shoot->frames as $frame) {
            if (null !== $last && $division->dayOf($frame) > $shoot->date) {
                $goesOn = 1;
                self::assertLessThan('06:00:00', substr($frame->at->local, 11), "seed $seed: a night ends by six");
                self::assertLessThanOrEqual(null === $division->pauseMinutes ? 3600 : 60 * $division->pauseMinutes, $frame->at->clockSeconds() - $last->at->clockSeconds(), "seed $seed: without a long rest");
            }
            $last = $frame;
        }

        return $goesOn;
    }

    /** @return list<string> */
    private static function keys(ProposedShoot $shoot): array
    {
        return array_map(static fn (TimedFrame $frame): string => $frame->key(), $shoot->frames);
    }

    /** @return list<TimedFrame> some days of a photographer who works late */
    private static function frames(int $seed): array
    {
        $random = new Randomizer(new Mt19937($seed));
        $at = (new \DateTimeImmutable('2026-05-04 18:00:00 UTC'))->getTimestamp() + $random->getInt(0, 18_000);
        $frames = [];
        for ($n = 1, $count = $random->getInt(5, 60); $n <= $count; ++$n) {
            $frames[] = OnCard::frame(\sprintf('ORL_%04d', $n), gmdate('Y-m-d H:i:s', $at));
            $at += match ($random->getInt(0, 9)) {
                0 => $random->getInt(3000, 40_000),
                1, 2 => $random->getInt(600, 4000),
                default => $random->getInt(1, 900),
            };
        }

        return (new Clocks())->timeAll($frames);
    }
}
