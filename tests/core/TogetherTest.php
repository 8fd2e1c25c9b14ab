<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Card\CardContents;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\NamedCard;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Card\Trouble;
use VelvetLedger\Core\Held\Comparison;
use VelvetLedger\Core\Held\Halves;
use VelvetLedger\Core\Held\Known;
use VelvetLedger\Core\Plan\BodyClock;
use VelvetLedger\Core\Plan\Plan;
use VelvetLedger\Core\Plan\PlanLine;
use VelvetLedger\Core\Plan\Planner;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Shoot\ClockCorrection;
use VelvetLedger\Core\Shoot\Clocks;
use VelvetLedger\Tests\OnCard;
use VelvetLedger\Tests\StoreOf;

/** Several cards of one event on one desk. */
final class TogetherTest extends TestCase
{
    public function testTwoBodiesAreOneShootAndAreNumberedByCorrectedTime(): void
    {
        $a = [OnCard::frame('ORL_0001', '2026-05-04 21:00:00'), OnCard::frame('ORL_0002', '2026-05-04 21:02:00')];
        $b = [OnCard::frame('ORL_0001', '2026-05-04 22:01:00', ['ORW'], 'Vantry 6'), OnCard::frame('ORL_0002', '2026-05-04 22:03:00', ['ORW'], 'Vantry 6')];
        $plan = $this->plan(['A' => $a, 'B' => $b], new Wishes(clocks: new Clocks(['Vantry 6, no. 7' => ClockCorrection::by(-3600)])));
        self::assertSame(['A ORL_0001 → 0001', 'B ORL_0001 → 0002', 'A ORL_0002 → 0003', 'B ORL_0002 → 0004'], self::numbers($plan->lines));
        self::assertSame([['A ORL_0001 → 0001', 'A ORL_0002 → 0003'], ['B ORL_0001 → 0002', 'B ORL_0002 → 0004']], [self::numbers($plan->linesOf('a')), self::numbers($plan->linesOf('b'))]);
        self::assertSame([1, '4 frames on the cards: 4 to bring in to Anvil, 400 bytes.'], [\count($plan->shoots), $plan->totals->sentence('Anvil')]);
        self::assertSame([[$plan->shoots[0]], [$plan->shoots[0]], []], [$plan->shootsOf('a'), $plan->shootsOf('b'), $plan->shootsOf('c')]);
    }

    public function testARawOnOneCardAndItsJpegOnTheOtherAreOneFrame(): void
    {
        $raws = [OnCard::frame('ORL_0001', '2026-05-04 21:00:00', ['ORW', 'WAV']), OnCard::frame('ORL_0002', '2026-05-04 21:02:00', ['ORW', 'JPG']), OnCard::frame('ORL_0003', '2026-05-04 21:03:00', ['ORW'], 'Vantry 6')];
        $jpegs = [OnCard::frame('ORL_0001', '2026-05-04 21:00:00'), OnCard::frame('ORL_0002', '2026-05-04 21:02:00'), OnCard::frame('ORL_0003', '2026-05-04 21:03:00')];
        $plan = $this->plan(['JPEGS' => $jpegs, 'RAWS' => $raws]);
        self::assertSame(['RAWS ORL_0001.ORW → 0001.orw', 'RAWS ORL_0001.WAV → 0001.wav', 'JPEGS ORL_0001.JPG → 0001.jpg'], \array_slice(self::names($plan), 0, 3), 'where its raw stands');
        self::assertSame([5, 5], [$plan->totals->frames->all, $plan->totals->frames->toBringIn], 'what has its other half beside it, or is of another body, stays by itself');
    }

    public function testTheSameFramesOnBothSlotsComeFromTheFirstCard(): void
    {
        $frames = [OnCard::frame('ORL_0001', '2026-05-04 21:00:00'), OnCard::frame('ORL_0002', '2026-05-04 21:02:00')];
        $card = self::together(['A' => $frames, 'B' => $frames]);
        $prints = [];
        foreach ($card->frames as $frame) {
            $prints[$frame->frame->lead()->id] = 'print of '.$frame->frame->stem;
        }
        $plan = Planner::plan($card, new Wishes(), new StoreOf(), Comparison::of($card->frames, $prints, new Known()));
        self::assertSame(['', '', 'the same frame as DCIM/100ORREL/ORL_0001.JPG on A', 'the same frame as DCIM/100ORREL/ORL_0002.JPG on A'], array_map(static fn (PlanLine $line): string => $line->reason, [...$plan->linesOf('a'), ...$plan->linesOf('b')]));
    }

    public function testAnHourBetweenTwoBodiesIsSaidAndNotWhereItIsPutRight(): void
    {
        $hours = static fn (string $model, string $first, string $middle, string $last): array => [OnCard::frame('ORL_0001', "2026-03-29 $first", ['JPG'], $model), OnCard::frame('ORL_0002', "2026-03-29 $middle", ['JPG'], $model), OnCard::frame('ORL_0003', "2026-03-29 $last", ['JPG'], $model)];
        $cards = ['A' => [...$hours('Orrel M4', '14:00:00', '14:30:00', '16:00:00'), OnCard::frame('ORL_0004', '2026-03-29 15:00:00')], 'B' => $hours('Vantry 6', '15:03:00', '15:10:00', '16:58:00')];
        $said = 'The first and the last frame of Vantry 6, no. 7 here lie an hour after those of Orrel M4, no. 7: if its clock was an hour ahead, put it right.';
        self::assertContains($said, array_column($this->plan($cards)->problems, 'message'));
        self::assertNotContains($said, array_column($this->plan($cards, new Wishes(clocks: new Clocks(['Vantry 6, no. 7' => ClockCorrection::by(-3600)])))->problems, 'message'));
    }

    public function testEachCardIsSpokenOfByItself(): void
    {
        $a = [OnCard::frame('ORL_0001', '2026-05-04 21:00:00'), OnCard::frame('ORL_0004', '2026-05-04 21:02:00')];
        $b = [OnCard::frame('ORL_0002', '2026-05-04 21:01:00', ['JPG'], 'Vantry 6'), OnCard::frame('ORL_0003', '2026-05-04 21:03:00', ['JPG'], 'Vantry 6'), OnCard::frame('ORL_0009', '', ['JPG'], 'Vantry 6')];
        $troubled = new CardContents([], [new CardFile('MISC/x.mrk', 1, 0)], [Trouble::damage('', 'input/output error'), Trouble::damage('DCIM/101ORREL', 'input/output error')]);
        $messages = array_column(Planner::plan(CardContents::together(self::together(['A' => $a, 'B' => $b]), $troubled->on(new NamedCard('c', 'C'))), new Wishes(), new StoreOf())->problems, 'message');
        foreach (['Camera numbers missing: 5 after ORL_0003, 2 after ORL_0001.', 'The card C itself: input/output error.', 'DCIM/101ORREL on C: input/output error.', '1 frame here without a time from the camera: dated by the time of the file, first DCIM/100ORREL/ORL_0009.JPG on B.'] as $said) {
            self::assertContains($said, $messages);
        }
    }

    public function testACardOfAnEarlierYearIsNoClockThatWasReset(): void
    {
        $card = static fn (string $date): array => [OnCard::frame('ORL_0001', "$date 10:00:00"), OnCard::frame('ORL_0002', "$date 10:01:00")];
        $spans = static fn (Plan $plan): array => array_map(static fn (BodyClock $clock): ?array => $clock->span, $plan->clocks);
        self::assertSame([null], $spans($this->plan(['A' => $card('2026-05-04'), 'B' => $card('2025-01-10')])));
        self::assertCount(2, $spans($this->plan(['A' => [...$card('2026-05-04'), OnCard::frame('ORL_0003', '1970-01-01 00:00:10')], 'B' => $card('2025-01-10')])), 'on its own card it is one');
    }

    /** @param array<string, list<ReadFrame>> $cards by label */
    private function plan(array $cards, Wishes $wishes = new Wishes()): Plan
    {
        return Planner::plan(self::together($cards), $wishes, new StoreOf());
    }

    /** @param array<string, list<ReadFrame>> $cards */
    private static function together(array $cards): CardContents
    {
        return Halves::joined(CardContents::together(...array_map(static fn (string $label, array $frames): CardContents => (new CardContents($frames, [], []))->on(new NamedCard(strtolower($label), $label)), array_keys($cards), $cards)));
    }

    /**
     * @param list<PlanLine> $lines
     *
     * @return list<string>
     */
    private static function numbers(array $lines): array
    {
        return array_map(static fn (PlanLine $line): string => \sprintf('%s %s → %04d', $line->file->card?->label, $line->file->stem(), $line->number), $lines);
    }

    /** @return list<string> */
    private static function names(Plan $plan): array
    {
        return array_map(static fn (PlanLine $line): string => $line->file->card?->label.' '.$line->file->name().' → '.substr((string) $line->name, -8), $plan->lines);
    }
}
