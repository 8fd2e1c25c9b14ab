<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use PHPUnit\Framework\Attributes\TestWith;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Plan\PlanLine;
use VelvetLedger\Core\Plan\ShootWish;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Server\Cards\CardHoldings;
use VelvetLedger\Server\Cards\CardReadings;
use VelvetLedger\Server\Cards\CardsOnDesk;
use VelvetLedger\Server\Clearance\CardClearance;
use VelvetLedger\Server\Intake\Plans;
use VelvetLedger\Server\Intake\TakeBack;
use VelvetLedger\Server\Persistence\Intakes\IntakeState;
use VelvetLedger\Tests\OnCard;
use VelvetLedger\Tests\Stills;

/** A body with two slots writes the raw to one card and the JPEG to the other: they are one frame, whichever comes first. */
final class TwoSlotsTest extends LedgerTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->drives('Bellows');
        for ($i = 1; $i <= 3; ++$i) {
            $this->reader->put("RAWS/DCIM/100ORREL/ORL_000$i.ORW", Stills::raw("2026-05-04 21:14:0$i", $i));
            $this->reader->put("JPEGS/DCIM/100ORREL/ORL_000$i.JPG", Stills::jpeg("2026-05-04 21:14:0$i", $i));
        }
    }

    #[TestWith(['RAWS', 'JPEGS'])]
    #[TestWith(['JPEGS', 'RAWS'])]
    public function testBothAreOneFrame(string $first, string $second): void
    {
        $this->bringIn($first, new Wishes(shoots: ['2026-05-04' => new ShootWish('boats')]));
        $this->reader->put("$second/DCIM/100ORREL/ORL_0004.".('JPEGS' === $second ? 'JPG' : 'ORW'), 'JPEGS' === $second ? Stills::jpeg('2026-05-04 21:14:04', 4) : Stills::raw('2026-05-04 21:14:04', 4));
        $this->bringIn($second, new Wishes(shoots: ['2026-05-04' => new ShootWish('boats')]));
        $own = 'JPEGS' === $second ? '.jpg' : '.orw';
        self::assertSame(
            ['2026-05-04_boats_0001.jpg', '2026-05-04_boats_0001.orw', '2026-05-04_boats_0002.jpg', '2026-05-04_boats_0002.orw', '2026-05-04_boats_0003.jpg', '2026-05-04_boats_0003.orw', "2026-05-04_boats_0004$own"],
            $this->column('SELECT r.stem || f.ending FROM frame r JOIN file f ON f.frame_id = r.id ORDER BY 1'),
        );
        self::assertSame([4], $this->column('SELECT count(*) FROM frame'));
        self::assertSame(['proven'], $this->column('SELECT DISTINCT state FROM copy'));
        foreach ([$first => 3, $second => 4] as $card => $frames) {
            $plan = $this->service(Plans::class)->make($this->desk($card), new Wishes());
            self::assertSame([$frames, 0], [$plan->totals->frames->held, $plan->totals->frames->toBringIn], $card);
            self::assertTrue($this->service(CardClearance::class)->of($this->card($card))->mayBeFormatted, $card);
        }
    }

    public function testTheOtherHalfOfWhatIsStillOnItsWayIsTheSameFrame(): void
    {
        $this->start('RAWS', new Wishes(otherwise: 'boats'));
        self::assertSame(IntakeState::Done, $this->bringIn('JPEGS')->state());
        self::assertSame(IntakeState::Done, $this->bringOn(1)->state());
        self::assertSame([3, 6], [...$this->column('SELECT count(*) FROM frame'), ...$this->column('SELECT count(DISTINCT path) FROM copy')]);
        self::assertSame(['2026-05-04_boats_0001.jpg', '2026-05-04_boats_0001.orw'], \array_slice(FolderNames::in($this->onDrive('Anvil', '2026/2026-05-04 boats')), 0, 2));
    }

    public function testWhatIsTakenBackLeavesTheOtherHalfItsFrame(): void
    {
        $this->start('RAWS', new Wishes(otherwise: 'boats'));
        $this->start('JPEGS');
        $this->service(TakeBack::class)->takeBack(1);
        self::assertSame([3], $this->column('SELECT count(*) FROM frame'));
        self::assertSame(IntakeState::Done, $this->bringOn(2)->state());
        $this->bringIn('RAWS', new Wishes(otherwise: 'boats'));
        self::assertSame([3, 6], [...$this->column('SELECT count(*) FROM frame'), ...$this->column('SELECT count(DISTINCT path) FROM copy')]);
        self::assertSame(['proven'], $this->column('SELECT DISTINCT state FROM copy'));
    }

    public function testWhereBothAreTakenBackNothingStays(): void
    {
        $this->start('RAWS', new Wishes(otherwise: 'boats'));
        $this->start('JPEGS');
        $this->service(TakeBack::class)->takeBack(1);
        $this->service(TakeBack::class)->takeBack(2);
        self::assertSame([0], $this->column('SELECT count(*) FROM frame'));
    }

    public function testAnOrderThatWantsRawsOnlyLeavesTheirJpegsOnTheOtherCard(): void
    {
        $this->bringIn('RAWS');
        $plan = $this->service(Plans::class)->make($this->desk('JPEGS'), new Wishes(OnCard::order(['bring' => 'raw only'])));
        self::assertSame(['raw only: its raw is held'], array_values(array_unique(array_map(static fn (PlanLine $line): string => $line->reason, $plan->lines))));
    }

    public function testAnotherJpegOfAFrameThatHasOneIsShownBesideIt(): void
    {
        $this->bringIn('RAWS');
        $this->bringIn('JPEGS');
        $this->reader->put('EDITED/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:01', 9));
        $card = $this->card('EDITED');
        $frames = $this->service(CardReadings::class)->whole($card)->frames;
        $holdings = $this->service(CardHoldings::class)->of(CardsOnDesk::of($card), $frames);
        self::assertSame(['2026-05-04_0001.jpg', null], [$holdings->sameExposureAs($frames[0]->frame)?->name(), $holdings->partlyHeldAs($frames[0]->frame)]);
    }
}
