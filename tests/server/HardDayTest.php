<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Plan\ShootWish;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Server\Intake\CouldNotTakeBack;
use VelvetLedger\Server\Intake\GoOn;
use VelvetLedger\Server\Intake\Plans;
use VelvetLedger\Server\Intake\TakeBack;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Persistence\Intakes\IntakeState;
use VelvetLedger\Server\Persistence\Intakes\IntakeWish;
use VelvetLedger\Server\Persistence\Intakes\ReceiptLine;
use VelvetLedger\Server\Persistence\Shoots\LedgerFrame;
use VelvetLedger\Tests\OnCard;
use VelvetLedger\Tests\Stills;

/** What a long day does to cards and hands: beginnings by accident, pairs that came in apart, two cards of one shoot, pictures that were cut off. */
final class HardDayTest extends LedgerTestCase
{
    public function testABeginningIsTakenBackAndItsNamesAreFreeAgain(): void
    {
        $this->stills('CARD', 1, 2);
        $browser = $this->browser();
        $desk = $this->card('CARD')->id;
        $browser->jsonRequest('POST', "/api/cards/$desk/intakes", ['order' => ['name' => '', 'document' => null]]);
        $browser->request('GET', '/api/receipts/1');
        self::assertSame([$desk, 'waiting', null], array_map(static fn (string $key): mixed => self::answer($browser)[$key] ?? null, ['desk', 'state', 'begunAt']));
        $browser->request('POST', '/api/receipts/1/take-back');
        self::assertSame('taken back', self::answer($browser)['state'] ?? null);
        self::assertSame([Outcome::LeftOut, Outcome::LeftOut], $this->outcomes());
        self::assertSame([], $this->ledger()->getRepository(LedgerFrame::class)->findAll());
        self::assertSame(IntakeState::TakenBack, $this->bringOn(1)->state(), 'a worker that comes to it late leaves it');
        self::assertSame(IntakeState::TakenBack, $this->goOn(1)->state());
        self::assertSame('2026-05-04_0001.jpg', $this->service(Plans::class)->make($this->desk('CARD'), new Wishes())->shoots[0]->names->first);
        self::assertSame(IntakeState::Done, $this->bringIn('CARD')->state());
        self::assertSame(['2026-05-04_0001.jpg', '2026-05-04_0002.jpg'], array_map(static fn (ReceiptLine $line): ?string => $line->name, \array_slice($this->lines(), 2)));
        $browser->request('POST', '/api/receipts/1/take-back');
        self::assertSame(409, $browser->getResponse()->getStatusCode());
    }

    public function testARunThatHasPublishedNothingHearsIt(): void
    {
        $this->stills('CARD', 1, 2);
        $intake = $this->start('CARD')->id();
        $this->service(IntakeRuns::class)->wish($intake, IntakeWish::TakeBack);
        self::assertSame(IntakeState::TakenBack, $this->bringOn($intake)->state());
        self::assertSame([Outcome::LeftOut, Outcome::LeftOut], $this->outcomes());
    }

    /** Heard while the first file is on its way: neither it nor the folders made for it are left; what stood there before is. */
    public function testTheDrivesAreAsTheyWereWhenARunIsTakenBack(): void
    {
        $this->drives('Bellows');
        $this->secondsPass();
        $this->stills('CARD', 1, 2);
        $order = OrderDocument::read(['velvetLedger' => 'standing order', 'version' => 1, 'name' => 'Selects', 'subfolders' => ['make' => ['originals', 'selects'], 'framesInto' => 'originals']]);
        is_dir($this->store->path.'/Anvil/pictures/2026') || mkdir($this->store->path.'/Anvil/pictures/2026', 0o777, true);
        $intake = $this->start('CARD', new Wishes($order))->id();
        $seen = null;
        $this->bringOn($intake, function () use ($intake, &$seen): void {
            if (null !== $seen) {
                return;
            }
            $seen = true;
            $this->service(IntakeRuns::class)->wish($intake, IntakeWish::TakeBack);
        });
        self::assertSame(IntakeState::TakenBack, $this->ledger()->find(Intake::class, $intake)?->state());
        self::assertTrue($seen);
        self::assertSame([$this->store->path.'/Anvil/pictures/2026'], array_merge(FolderNames::matching($this->store->path.'/*/pictures/*'), FolderNames::matching($this->store->path.'/*/pictures/2026/*')));
    }

    public function testWhatIsBroughtInStays(): void
    {
        $this->stills('CARD', 1, 2);
        $intake = $this->start('CARD')->id();
        $taken = false;
        $this->bringOn($intake, static function (int $bytes, int $files) use ($intake, &$taken): void {
            if ($files > 0 && !$taken) {
                $taken = true;
                try {
                    Services::of(self::createKernel())->get(TakeBack::class)->takeBack($intake);
                } catch (CouldNotTakeBack) {
                    // it came too late
                }
            }
        });
        $this->ledger()->clear();
        self::assertContains(Outcome::BroughtIn, $this->outcomes());
        $this->expectException(CouldNotTakeBack::class);
        $this->service(TakeBack::class)->takeBack($intake);
    }

    public function testPairsThatCameInApartAreFoundTogether(): void
    {
        $raw = Stills::raw('2026-05-04 21:14:01');
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.ORW', $raw);
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:01'));
        $this->bringIn('CARD', new Wishes(OnCard::order(['bring' => 'raw only']), ['2026-05-04' => new ShootWish('boats')]));
        self::assertSame([Outcome::BroughtIn, Outcome::LeftOut], $this->outcomes());
        $again = $this->service(Plans::class)->make($this->desk('CARD'), new Wishes());
        self::assertSame([1, 0], [$again->totals->frames->held, $again->totals->frames->toBringIn]);
        self::assertSame('left out by the order of receipt 1', $again->lines[1]->reason);

        $key = OnCard::key('ORL_0001');
        self::assertSame(IntakeState::Done, $this->bringIn('CARD', new Wishes(broughtAgain: [$key]))->state());
        self::assertFileExists($this->store->path.'/2026/2026-05-04 boats/2026-05-04_boats_0001.jpg');
        $frames = $this->ledger()->getRepository(LedgerFrame::class)->findAll();
        self::assertCount(1, $frames, 'the JPEG is a file of the frame that its raw is');
        self::assertCount(2, $frames[0]->files());
        self::assertSame([['frames' => 1, 'files' => 2]], $this->ledger()->getConnection()->fetchAllAssociative('SELECT frames, files FROM shoot WHERE files > 0'));
        self::assertSame([1, 0], [$this->service(Plans::class)->make($this->desk('CARD'), new Wishes())->totals->frames->held, $this->service(Plans::class)->make($this->desk('CARD'), new Wishes())->totals->frames->toBringIn]);
    }

    public function testTheOtherSlotsFramesGoToTheShootOfTheirNeighbours(): void
    {
        $this->stills('TWIN_B', 1, 2, 4);
        $this->stills('TWIN_A', 1, 2, 3, 4);
        $this->bringIn('TWIN_B', new Wishes(shoots: ['2026-05-04' => new ShootWish('lantern boats')]));
        $plan = $this->service(Plans::class)->make($this->desk('TWIN_A'), new Wishes());
        self::assertSame(['2026/2026-05-04 lantern boats', '2026-05-04_lantern-boats_0004.jpg'], [$plan->shoots[0]->place->folder, $plan->shoots[0]->names->first]);
        $this->bringIn('TWIN_A');
        self::assertSame([['description' => 'lantern boats', 'frames' => 4]], $this->ledger()->getConnection()->fetchAllAssociative('SELECT description, frames FROM shoot WHERE files > 0'));
    }

    public function testAPictureThatWasCutOffIsBroughtInAndEverywhereSaidToBe(): void
    {
        $whole = Stills::jpeg('2026-05-04 21:14:02', 2);
        $this->stills('CARD', 1);
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0002.JPG', substr($whole, 0, -100));
        $this->reader->put('SLOT_2/DCIM/100ORREL/ORL_0002.JPG', $whole);
        $browser = $this->browser();
        $id = $this->card('CARD')->id;
        $browser->request('GET', "/api/cards/$id");
        self::assertMatchesRegularExpression('/"incomplete":"[\d.]+ kB of a picture that says more","wholeOn":"SLOT_2"/', (string) $browser->getResponse()->getContent());
        $plan = $this->service(Plans::class)->make($this->desk('CARD'), new Wishes());
        self::assertStringContainsString('1 frame here is incomplete, first DCIM/100ORREL/ORL_0002.JPG: ', implode(' ', array_column($plan->problems, 'message')));
        self::assertStringContainsString('; SLOT_2 has it whole.', implode(' ', array_column($plan->problems, 'message')));
        $this->bringIn('CARD');
        self::assertSame([Outcome::BroughtIn, Outcome::BroughtIn], $this->outcomes());
        self::assertStringContainsString('of a picture that says more', (string) $this->lines()[1]->incomplete);
        $browser->request('GET', '/api/receipts/1');
        self::assertStringContainsString('One of them was cut off on the card already', (string) $browser->getResponse()->getContent());
        $browser->request('GET', "/api/cards/$id/clearance");
        self::assertStringContainsString('One picture is cut off on it', (string) $browser->getResponse()->getContent());
    }

    public function testWhatWaitsForItsFirstMomentsBeginsAtOnceAtAWord(): void
    {
        $this->stills('CARD', 1);
        $intake = $this->start('CARD')->id();
        /** @var \ArrayObject<int, int> $asked */
        $asked = new \ArrayObject();
        $goOn = $this->service(GoOn::class);
        $count = static fn (Intake $intake) => $asked->append($intake->id());
        self::assertSame(IntakeState::Waiting, $goOn->with($intake, $count)->state());
        self::assertSame([$intake], $asked->getArrayCopy());
        self::assertSame(IntakeState::Done, $this->bringOn($intake)->state());
        $taken = $this->start('CARD', new Wishes(broughtAgain: [OnCard::key('ORL_0001')]))->id();
        $this->service(TakeBack::class)->takeBack($taken);
        self::assertSame(IntakeState::TakenBack, $goOn->with($taken, $count)->state());
        self::assertSame([$intake], $asked->getArrayCopy(), 'what was taken back is not gone on with');
    }

    public function testAShootThatIsKeptApartByAWordOfTheDeskStaysItsOwn(): void
    {
        $this->stills('CARD', 1, 2);
        $this->bringIn('CARD', new Wishes(shoots: ['2026-05-04' => new ShootWish('boats')]));
        $this->stills('CARD', 3);
        $browser = $this->browser();
        $card = $this->card('CARD')->id;
        $plan = static function (array $said) use ($browser, $card): mixed {
            $browser->jsonRequest('POST', "/api/cards/$card/plan", ['order' => ['name' => '', 'document' => null]] + $said);

            return array_column((array) (self::answer($browser)['shoots'] ?? []), 'folder');
        };
        self::assertSame(['2026/2026-05-04 boats'], $plan([]));
        self::assertSame(['2026/2026-05-04'], $plan(['apart' => [OnCard::key('ORL_0001')]]));
        self::assertSame(['2026/2026-05-04 quay'], $plan(['shoots' => [OnCard::key('ORL_0001') => ['description' => 'quay']]]));
    }

    private function stills(string $card, int ...$numbers): void
    {
        foreach ($numbers as $number) {
            $this->reader->put(\sprintf('%s/DCIM/100ORREL/ORL_%04d.JPG', $card, $number), Stills::jpeg('2026-05-04 21:14:0'.$number, $number));
        }
    }
}
