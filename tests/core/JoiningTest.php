<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Card\CardContents;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Held\Comparison;
use VelvetLedger\Core\Held\ExistingShoot;
use VelvetLedger\Core\Held\HeldAs;
use VelvetLedger\Core\Held\HeldFrame;
use VelvetLedger\Core\Held\HeldSpan;
use VelvetLedger\Core\Held\InLedger;
use VelvetLedger\Core\Held\Known;
use VelvetLedger\Core\Plan\About;
use VelvetLedger\Core\Plan\Intent;
use VelvetLedger\Core\Plan\Plan;
use VelvetLedger\Core\Plan\PlanLine;
use VelvetLedger\Core\Plan\Planner;
use VelvetLedger\Core\Plan\Problem;
use VelvetLedger\Core\Plan\ShootWish;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Tests\OnCard;
use VelvetLedger\Tests\StoreOf;

/** What comes from a card whose frames, or their neighbours in time, are held already. */
final class JoiningTest extends TestCase
{
    private const SHOOT = '2026/2026-05-04_Lantern boats';

    public function testACompanionOfAHeldFrameJoinsItUnderItsName(): void
    {
        $pairs = [self::pair(1), self::pair(2)];
        $plan = self::plan($pairs, self::raws(1), self::known([1]));
        self::assertSame([
            'DCIM/100ORREL/ORL_0001.ORW' => null,
            'DCIM/100ORREL/ORL_0001.JPG' => self::SHOOT.'/boats_0041.jpg',
            'DCIM/100ORREL/ORL_0002.ORW' => '2026/2026-05-04/2026-05-04_0001.orw',
            'DCIM/100ORREL/ORL_0002.JPG' => '2026/2026-05-04/2026-05-04_0001.jpg',
        ], OnCard::names($plan));
        self::assertSame(41, $plan->lines[1]->becomes?->joins);
        self::assertContains('Of 1 frame here a part is held: what comes joins it under its name.', self::said($plan, About::Part));
    }

    public function testACompanionOfAnotherKindAndTheSameEndingIsToldApart(): void
    {
        $known = self::known([1], endings: ['.orw', '.jpg']);
        self::assertSame(self::SHOOT.'/boats_0041b.jpg', OnCard::names(self::plan([self::pair(1)], self::raws(1), $known))['DCIM/100ORREL/ORL_0001.JPG']);
        $sidecar = OnCard::frame('ORL_0001', '2026-05-04 21:00:01', ['ORW', 'xmp']);
        $line = self::plan([$sidecar], self::raws(1), self::known([1], endings: ['.orw', '.xmp']))->lines[1];
        self::assertSame([Intent::LeaveOut, 'its frame is held with another sidecar'], [$line->intent, $line->reason]);
    }

    public function testWhatAnOrderLeftOutIsRememberedAndComesWhenItIsMarked(): void
    {
        $pairs = [self::pair(1)];
        $known = self::known([1], leftOut: ['DCIM/100ORREL/ORL_0001.JPG' => 3]);
        $plan = self::plan($pairs, self::raws(1), $known);
        self::assertSame(['held since Tue 5 May 2026 as x.orw', 'left out by the order of receipt 3'], array_map(static fn (PlanLine $line): string => $line->reason, $plan->lines));
        self::assertSame([1, 0, 1, 0], [$plan->totals->frames->all, $plan->totals->frames->toBringIn, $plan->totals->frames->held, $plan->totals->frames->leftOut]);
        self::assertSame(['Of 1 frame here the order left a part on the card when the rest came in: it stays, unless you mark it.'], self::said($plan, About::Companions));
        foreach ([OnCard::order([]), OnCard::order(['bring' => 'raw only'])] as $order) {
            $marked = self::plan($pairs, self::raws(1), $known, new Wishes($order, broughtAgain: [$pairs[0]->frame->key]));
            self::assertSame([null, self::SHOOT.'/boats_0041.jpg'], array_values(OnCard::names($marked)), 'the raw does not come once more');
        }
        $other = self::plan($pairs, [], $known);
        self::assertNotNull($other->lines[1]->becomes, 'of a frame that is not held nothing is remembered');
    }

    public function testAnOrderSaysThatItWasTheOrderThatLeftAFileOut(): void
    {
        $line = self::plan([self::pair(1)], [], new Known(), new Wishes(OnCard::order(['bring' => 'raw only'])))->lines[1];
        self::assertSame([true, 'raw only: the frame has a raw'], [$line->byOrder, $line->reason]);
        $line = self::plan([self::pair(1)], [], new Known(), new Wishes(leftOut: [self::pair(1)->frame->key]))->lines[1];
        self::assertSame([false, 'left out by you'], [$line->byOrder, $line->reason]);
    }

    public function testFramesGoToTheShootOfTheirNeighboursAndTheirNumbersGoOn(): void
    {
        $frames = array_map(self::pair(...), [1, 2, 3, 4]);
        $prints = self::raws(1, 2, 4);
        foreach ([1, 2, 4] as $n) {
            $prints["DCIM/100ORREL/ORL_000$n.JPG"] = "jpeg $n";
        }
        $known = self::known([1, 2, 4], jpegs: true);
        $store = new StoreOf([], [self::SHOOT => 44]);
        $plan = Planner::plan(new CardContents($frames, [], []), new Wishes(), $store, Comparison::of($frames, $prints, $known));
        self::assertSame(self::SHOOT, $plan->shoots[0]->place->folder);
        self::assertSame(7, $plan->shoots[0]->place->joins);
        self::assertSame(['2026-05-04_lantern-boats_0045.orw', '2026-05-04_lantern-boats_0045.jpg'], array_values(array_filter(array_column($plan->lines, 'name'), \is_string(...))));
        self::assertSame(['1 frame here belongs to "Lantern boats" by its time, held in '.self::SHOOT.': it goes there, numbers going on.'], self::said($plan, About::Joined));

        $apart = Planner::plan(new CardContents($frames, [], []), new Wishes(apart: [$frames[0]->frame->key]), $store, Comparison::of($frames, $prints, $known));
        self::assertNull($apart->shoots[0]->place->joins, 'kept apart by a word');
        $described = Planner::plan(new CardContents($frames, [], []), new Wishes(shoots: [$frames[0]->frame->key => new ShootWish('Salt pans')]), $store, Comparison::of($frames, $prints, $known));
        self::assertSame(['2026/2026-05-04 Salt pans', null], [$described->shoots[0]->place->folder, $described->shoots[0]->place->joins], 'what is described is what it is said to be');
    }

    public function testNeighboursThatAreOnNoCardAreFoundByBodyAndTime(): void
    {
        $span = static fn (string $body, string $from, string $to): HeldSpan => new HeldSpan(7, $body, self::seconds($from), self::seconds($to));
        $joins = static function (array $spans, string $at, string $model = 'Orrel M4'): ?int {
            $frames = [OnCard::frame('ORL_0009', $at, ['JPG'], $model)];
            $plan = Planner::plan(new CardContents($frames, [], []), new Wishes(), new StoreOf(), Comparison::of($frames, [], new Known(places: new InLedger([], [7 => self::shoot()], array_values(array_filter($spans, static fn (mixed $one): bool => $one instanceof HeldSpan))))));

            return $plan->shoots[0]->place->joins;
        };
        $evening = [$span('Orrel M4, no. 7', '2026-05-04 20:00:00', '2026-05-04 21:30:00')];
        self::assertSame(7, $joins($evening, '2026-05-04 21:00:00'));
        self::assertSame(7, $joins($evening, '2026-05-04 23:15:00'), 'within two hours of its end');
        self::assertNull($joins($evening, '2026-05-04 23:45:00'), 'another job of that day');
        self::assertNull($joins($evening, '2026-05-04 21:00:00', 'Vantry 6'), 'a second body is numbered on only when that is said');
        self::assertNull($joins([], '2026-05-04 21:00:00'));
    }

    public function testASecondBodyIsProposedForTheShootOfItsHours(): void
    {
        $span = static fn (int $shoot, string $from, string $to): HeldSpan => new HeldSpan($shoot, 'Orrel M4, no. 7', self::seconds("2026-05-04 $from"), self::seconds("2026-05-04 $to"));
        $plan = static function (array $times, HeldSpan ...$spans): array {
            $frames = array_map(static fn (mixed $at, int|string $i): ReadFrame => OnCard::frame("VAN_000$i", '2026-05-04 '.(\is_string($at) ? $at : ''), ['JPG'], 'Vantry 6'), $times, array_keys($times));
            $plan = Planner::plan(new CardContents($frames, [], []), new Wishes(), new StoreOf(), Comparison::of($frames, [], new Known(places: new InLedger([], [7 => self::shoot(), 8 => self::shoot()], array_values($spans)))));

            return [$plan->shoots[0]->place->joins, self::said($plan, About::Time)];
        };
        $hour = static fn (string $after, string $clock): array => ["Their first and their last frame lie an hour $after those of \"Lantern boats\", which is held: if the clock was an hour $clock, put it right."];
        self::assertSame([7, []], $plan(['20:10:00', '20:50:00', '21:40:00'], $span(7, '20:00:00', '21:30:00')));
        self::assertSame([null, []], $plan(['20:10:00', '20:50:00'], $span(7, '20:00:00', '21:30:00')), 'two frames have no hours');
        self::assertSame([null, []], $plan(['21:20:00', '22:10:00', '23:40:00'], $span(7, '20:00:00', '21:30:00')), 'the end of one');
        self::assertSame([null, []], $plan(['20:10:00', '20:50:00', '21:20:00'], $span(7, '20:00:00', '20:45:00'), $span(8, '20:40:00', '21:30:00')), 'hours of two');
        self::assertSame([null, $hour('after', 'ahead')], $plan(['21:02:00', '21:50:00', '22:28:00'], $span(7, '20:00:00', '21:30:00')));
        self::assertSame([null, $hour('before', 'behind')], $plan(['19:05:00', '19:50:00', '20:26:00'], $span(7, '20:00:00', '21:30:00')));
    }

    public function testNeighboursInSeveralShootsLeaveItOpen(): void
    {
        $frames = array_map(self::pair(...), [1, 2, 3, 4]);
        $places = new InLedger([41 => new HeldFrame(41, 7, self::SHOOT, 'a'), 44 => new HeldFrame(44, 8, 'other', 'b')], [7 => self::shoot()]);
        $known = new Known(['raw 1' => [new HeldAs('x.orw', '2026-05-05', 41)], 'jpeg 1' => [new HeldAs('x.jpg', '2026-05-05', 41)], 'raw 4' => [new HeldAs('y.orw', '2026-05-05', 44)], 'jpeg 4' => [new HeldAs('y.jpg', '2026-05-05', 44)]], places: $places);
        $prints = self::raws(1, 4) + ['DCIM/100ORREL/ORL_0001.JPG' => 'jpeg 1', 'DCIM/100ORREL/ORL_0004.JPG' => 'jpeg 4'];
        self::assertNull(self::plan($frames, $prints, $known)->shoots[0]->place->joins);
    }

    private static function pair(int $number): ReadFrame
    {
        return OnCard::frame("ORL_000$number", "2026-05-04 21:00:0$number", ['ORW', 'JPG']);
    }

    /** @return array<string, string> */
    private static function raws(int ...$numbers): array
    {
        return array_combine(array_map(static fn (int $n): string => "DCIM/100ORREL/ORL_000$n.ORW", $numbers), array_map(static fn (int $n): string => "raw $n", $numbers));
    }

    /**
     * @param list<int>          $numbers of pairs whose raws are held
     * @param list<string>       $endings of what is held of each
     * @param array<string, int> $leftOut
     */
    private static function known(array $numbers, array $endings = ['.orw'], array $leftOut = [], bool $jpegs = false): Known
    {
        $prints = $frames = [];
        foreach ($numbers as $n) {
            $prints["raw $n"] = [new HeldAs('x.orw', '2026-05-05', 40 + $n)];
            $prints["jpeg $n"] = $jpegs ? [new HeldAs('x.jpg', '2026-05-05', 40 + $n)] : [];
            $frames[40 + $n] = new HeldFrame(40 + $n, 7, self::SHOOT, 'boats_00'.(40 + $n), $endings);
        }

        return new Known(array_filter($prints), places: new InLedger($frames, $jpegs ? [7 => self::shoot()] : []), leftOut: $leftOut);
    }

    private static function shoot(): ExistingShoot
    {
        return new ExistingShoot(7, self::SHOOT, self::SHOOT, '2026-05-04', 'Lantern boats');
    }

    /**
     * @param list<ReadFrame>       $frames
     * @param array<string, string> $prints
     */
    private static function plan(array $frames, array $prints, Known $known, ?Wishes $wishes = null): Plan
    {
        return Planner::plan(new CardContents($frames, [], []), $wishes ?? new Wishes(), new StoreOf(), Comparison::of($frames, $prints, $known));
    }

    /** @return list<string> */
    private static function said(Plan $plan, About $about): array
    {
        return array_values(array_map(static fn (Problem $problem): string => $problem->message, array_filter($plan->problems, static fn (Problem $problem): bool => $about === $problem->about)));
    }

    private static function seconds(string $at): int
    {
        return (new \DateTimeImmutable("$at UTC"))->getTimestamp();
    }
}
