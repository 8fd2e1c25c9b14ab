<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use VelvetLedger\Core\Card\CardContents;
use VelvetLedger\Core\Card\FrameReader;
use VelvetLedger\Core\Held\Comparison;
use VelvetLedger\Core\Held\Holdings;
use VelvetLedger\Core\Order\Companions;
use VelvetLedger\Core\Plan\Intent;
use VelvetLedger\Core\Plan\Plan;
use VelvetLedger\Core\Plan\PlanLine;
use VelvetLedger\Core\Plan\ShootWish;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Transfer\QuickPrint;
use VelvetLedger\Server\Cards\CardHoldings;
use VelvetLedger\Server\Intake\Plans;
use VelvetLedger\Tests\OnCard;
use VelvetLedger\Tests\Stills;

final class HeldTest extends LedgerTestCase
{
    public function testACardUsedAgainWithoutFormattingBringsOnlyWhatIsNew(): void
    {
        $this->put('CARD', 1, 2, 3);
        $this->bringIn('CARD', new Wishes(shoots: ['2026-05-04' => new ShootWish('lantern boats')]));
        $this->put('CARD', 4, 5);
        $plan = $this->plan('CARD', new Wishes(shoots: ['2026-05-04' => new ShootWish('second night')]));
        self::assertSame([3, 2], [$plan->totals->frames->held, $plan->totals->frames->toBringIn]);
        $held = array_values(array_filter($plan->lines, static fn (PlanLine $line): bool => Intent::Held === $line->intent));
        self::assertSame('held since '.date('D j F Y').' as 2026/2026-05-04 lantern boats/2026-05-04_lantern-boats_0001.jpg', $held[0]->reason);
        self::assertSame(['2026-05-04_second-night_0001.jpg', '2026-05-04_second-night_0002.jpg'], [$plan->shoots[0]->names->first, $plan->shoots[0]->names->last]);
    }

    public function testHeldIsToldThoughTheCopiesWereRenamedChangedOrTakenAway(): void
    {
        $this->put('CARD', 1, 2, 3);
        $this->bringIn('CARD');
        $folder = $this->store->path.'/2026/2026-05-04';
        rename($folder.'/2026-05-04_0001.jpg', $folder.'/renamed.jpg');
        file_put_contents($folder.'/2026-05-04_0002.jpg', 'stamped', \FILE_APPEND);
        unlink($folder.'/2026-05-04_0003.jpg');
        rename($this->reader->path.'/CARD', $this->reader->path.'/OTHER_LABEL');
        self::assertSame(3, $this->plan('OTHER_LABEL')->totals->frames->held);
    }

    public function testTwoSlotsHoldTwinsUntilOneIsBroughtIn(): void
    {
        $this->put('SLOT_1', 1, 2);
        $this->put('SLOT_2', 1, 2, 3);
        $card = $this->contents('SLOT_2');
        $holdings = $this->service(CardHoldings::class)->of($this->desk('SLOT_2'), $card->frames);
        self::assertSame(['SLOT_1', 'SLOT_1', null], array_map(static fn ($frame): ?string => $holdings->twinOf($frame->frame)?->where, $card->frames));
        $before = $this->plan('SLOT_2')->totals->frames;
        self::assertSame(3, $before->toBringIn, 'a twin on another card is still brought from this one');
        $this->bringIn('SLOT_1');
        $after = $this->plan('SLOT_2')->totals->frames;
        self::assertSame([2, 1], [$after->held, $after->toBringIn]);
    }

    public function testTheSameFrameTwiceOnOneCardIsBroughtInOnce(): void
    {
        $this->put('CARD', 1);
        $this->reader->put('CARD/DCIM/101COPY/ORL_0001.JPG', self::still(1));
        $plan = $this->plan('CARD');
        self::assertSame([1, 1], [$plan->totals->frames->toBringIn, $plan->totals->frames->leftOut]);
        self::assertSame('the same frame as DCIM/100ORREL/ORL_0001.JPG', $plan->lines[1]->reason);
    }

    public function testTheSameExposureWithOtherBytesIsPointedOutAndStaysMarked(): void
    {
        $this->put('CARD', 1);
        $this->bringIn('CARD');
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', self::still(1).'edited in the camera');
        $plan = $this->plan('CARD');
        self::assertSame(1, $plan->totals->frames->toBringIn);
        self::assertStringContainsString('an exposure that is held with other bytes, first DCIM/100ORREL/ORL_0001.JPG (held as 2026/2026-05-04/2026-05-04_0001.jpg)', implode(' ', array_column($plan->problems, 'message')));
    }

    public function testRawOnlyLeavesTheJpegOfAPairAndKeepsFramesThatAreJpegAlone(): void
    {
        $this->put('CARD', 1, 2);
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.ORW', Stills::raw('2026-05-04 21:14:01', 1));
        $of = fn (Companions $companions): array => array_map(static fn (PlanLine $line): string => $line->file->name().': '.$line->intent->value.('' === $line->reason ? '' : ', '.$line->reason), $this->plan('CARD', new Wishes(OnCard::order(['bring' => $companions->value])))->lines);
        self::assertSame(['ORL_0001.ORW: bring in', 'ORL_0001.JPG: left out, raw only: the frame has a raw', 'ORL_0002.JPG: bring in'], $of(Companions::RawOnly));
        self::assertSame(['ORL_0001.ORW: left out, JPEG only: the frame has a JPEG', 'ORL_0001.JPG: bring in', 'ORL_0002.JPG: bring in'], $of(Companions::RenderedOnly));
        self::assertSame(3, $this->plan('CARD')->totals->files->number(Intent::BringIn));
    }

    public function testAQuickPrintReadsTheEndsAndTellsFilesOfOneSizeApart(): void
    {
        $middle = str_repeat('m', 200_000);
        $a = $this->reader->put('a', str_repeat('a', 70_000).$middle);
        $b = $this->reader->put('b', str_repeat('b', 70_000).$middle);
        self::assertNotSame(QuickPrint::ofFile($a), QuickPrint::ofFile($b));
        self::assertSame('270000-'.hash('xxh128', substr((string) file_get_contents($a), 0, 65536).substr((string) file_get_contents($a), -65536)), QuickPrint::ofFile($a));
        $short = $this->reader->put('c', 'short');
        self::assertSame('5-'.hash('xxh128', 'short'), QuickPrint::ofFile($short), 'the ends of a short file are not hashed twice');
        self::assertEquals(Holdings::none(), Comparison::of([], [], new \VelvetLedger\Core\Held\Known()));
    }

    private function put(string $card, int ...$numbers): void
    {
        foreach ($numbers as $number) {
            $this->reader->put(\sprintf('%s/DCIM/100ORREL/ORL_%04d.JPG', $card, $number), self::still($number));
        }
    }

    private static function still(int $number): string
    {
        return Stills::jpeg('2026-05-04 21:14:0'.$number, $number);
    }

    private function contents(string $card): CardContents
    {
        return CardContents::read($this->card($card)->path, $this->service(FrameReader::class));
    }

    private function plan(string $card, Wishes $wishes = new Wishes()): Plan
    {
        return $this->service(Plans::class)->make($this->desk($card), $wishes);
    }
}
