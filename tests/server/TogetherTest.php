<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Tester\CommandTester;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Server\Cards\CouldNotLieTogether;
use VelvetLedger\Server\Cards\NoSuchCard;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Clearance\CardClearance;
use VelvetLedger\Server\Intake\CouldNotBegin;
use VelvetLedger\Server\Intake\CouldNotTakeBack;
use VelvetLedger\Server\Intake\StartIntake;
use VelvetLedger\Server\Intake\TakeBack;
use VelvetLedger\Server\Pages\ReceiptPage;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\IntakeState;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\View\Receipts\ReceiptView;
use VelvetLedger\Tests\Stills;

/** Several cards begun on one desk: an intake of each, of one plan; taken back as one, and each gone on with by itself. */
final class TogetherTest extends LedgerTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->drives('Bellows');
        foreach ([1 => 'A', 2 => 'B', 3 => 'A', 4 => 'B'] as $second => $card) {
            $this->reader->put("$card/DCIM/100ORREL/ORL_000".(int) ceil($second / 2).'.JPG', Stills::jpeg("2026-05-04 21:14:0$second", $second));
        }
    }

    public function testOneNumberingAReceiptEachAndEachCardIsCleared(): void
    {
        [$a, $b] = $this->begin('A', 'B');
        $this->bringOn($b->id());
        $this->bringOn($a->id());
        self::assertSame(['A 0001', 'B 0002', 'A 0003', 'B 0004'], $this->column("SELECT i.source_label || ' ' || right(r.stem, 4) FROM frame r JOIN receipt_line l ON l.frame_id = r.id JOIN intake i ON i.id = l.intake_id ORDER BY right(r.stem, 4)"));
        foreach (['A', 'B'] as $card) {
            self::assertTrue($this->service(CardClearance::class)->of($this->card($card))->mayBeFormatted, $card);
        }
        self::assertSame([1, 4], [...$this->column('SELECT count(*) FROM shoot'), ...$this->column('SELECT frames FROM shoot')]);
        self::assertSame(['Intake asked for from A by the standing order "By the day": 2 of 2 frames, ', 'Intake asked for from B by the standing order "By the day": 2 of 2 frames, '], $this->column("SELECT left(entry, 75) FROM day_book_entry WHERE entry LIKE 'Intake asked for%' ORDER BY id"));
        $view = $this->receipt($a);
        self::assertSame([$this->desk('A', 'B')->id(), 'B', $b->id()], [$view->desk, $view->together[0]->card, $view->together[0]->number]);
    }

    public function testTakenBackTheyAreAllOrNone(): void
    {
        $this->reader->put('A/DCIM/100ORREL/ORL_0009.ORW', Stills::raw('2026-05-04 21:15:00', 9));
        $this->reader->put('B/DCIM/100ORREL/ORL_0009.JPG', Stills::jpeg('2026-05-04 21:15:00', 9));
        [$a, $b] = $this->begin('A', 'B');
        $this->service(TakeBack::class)->takeBack($b->id());
        self::assertSame([0, 0], [...$this->column('SELECT count(*) FROM frame'), ...$this->column("SELECT count(*) FROM receipt_line WHERE outcome = 'waiting'")]);
        self::assertSame(['taken back'], $this->column('SELECT DISTINCT state FROM intake'));

        [$a, $b] = $this->begin('A', 'B');
        $this->bringOn($b->id());
        try {
            $this->service(TakeBack::class)->takeBack($a->id());
            self::fail('what came in stays');
        } catch (CouldNotTakeBack $no) {
            self::assertSame("Receipt {$b->id()} has ended: there is nothing to take back.", $no->getMessage());
        }
        self::assertSame([5], $this->column('SELECT count(*) FROM frame'), 'and nothing was taken back of the other');
        $this->fresh(Readers::class);
        self::assertSame(IntakeState::Done, $this->bringOn($a->id())->state());
        self::assertSame(['2026-05-04_0005.jpg', '2026-05-04_0005.orw'], \array_slice(FolderNames::in($this->onDrive('Anvil', '2026/2026-05-04')), 4, 2));
    }

    public function testATwinOnTheSecondCardStaysThereAndIsClearedByTheFirst(): void
    {
        $this->reader->put('TWIN/DCIM/100ORREL/ORL_0001.JPG', (string) file_get_contents($this->reader->path.'/A/DCIM/100ORREL/ORL_0001.JPG'));
        [$a, $twin] = $this->begin('A', 'TWIN');
        $this->bringOn($a->id());
        self::assertSame(IntakeState::Done, $this->bringOn($twin->id())->state());
        self::assertSame('1 file on the card: 1 left out.', $this->receipt($twin)->sentence);
        self::assertSame(['the same frame as DCIM/100ORREL/ORL_0001.JPG on A'], $this->column("SELECT reason FROM receipt_line WHERE outcome = 'left out'"));
        $tester = new CommandTester((new Application(self::bootKernel()))->find('clearance'));
        self::assertSame(0, $tester->execute(['source' => $this->reader->path.'/TWIN', '--compare' => true]), $tester->getDisplay());
    }

    public function testWhatCannotLieTogetherIsSaid(): void
    {
        $said = static function (\Closure $do): string {
            try {
                $do();
            } catch (CouldNotLieTogether|NoSuchCard|CouldNotBegin $no) {
                return $no->getMessage();
            }
            self::fail('it was taken');
        };
        self::assertSame('A was named twice. Name each card once.', $said(fn () => $this->desk('A', 'A')));
        self::assertStringStartsWith('This card is in no reader.', $said(fn () => $this->service(Readers::class)->desk($this->card('A')->id.'+0123456789abcdef')));
        self::assertSame('At most 8 cards lie on one desk. Bring in the others after these.', $said(function (): void {
            foreach (range(1, 9) as $card) {
                $this->reader->put("MANY_$card/DCIM/100ORREL/ORL_0001.JPG", Stills::jpeg('2026-05-04 21:14:01', $card));
            }
            $this->desk(...array_map(static fn (int $card): string => "MANY_$card", range(1, 9)));
        }));
        $this->start('B');
        self::assertSame('Receipt 1 is still being written from this card. Wait for it to end, or look at it first.', $said(fn () => $this->begin('A', 'B')));
    }

    public function testTheDeskTheCommandAndTheirPictures(): void
    {
        $browser = $this->browser();
        $id = $this->desk('A', 'B')->id();
        $get = static function (string $path) use ($browser): array {
            $browser->request('GET', $path);

            return self::answer($browser);
        };
        $desk = $get("/api/cards/$id");
        self::assertSame([$id, 'A and B', true, 4], [$desk['id'], $desk['label'], $desk['complete'], $desk['framesInAll']]);
        self::assertIsArray($desk['frames']);
        self::assertSame([$this->card('A')->id, $this->card('B')->id], array_column(\array_slice($desk['frames'], 0, 2), 'card'));
        self::assertSame([4, 4], array_values(array_intersect_key($get("/api/cards/$id/hints"), ['measured' => 0, 'of' => 0])));
        $frame = (array) $desk['frames'][1];
        self::assertIsString($frame['picture']);
        $browser->request('GET', "/api/cards/{$this->card('B')->id}/picture?file={$frame['picture']}&edge=160");
        self::assertSame(200, $browser->getResponse()->getStatusCode());

        $tester = new CommandTester((new Application(self::bootKernel()))->find('intake'));
        self::assertSame(0, $tester->execute(['source' => [$this->reader->path.'/A', $this->reader->path.'/B'], '-d' => 'boats', '--json' => true], ['capture_stderr_separately' => true]));
        self::assertSame(['A', 'B'], array_column(array_column((array) json_decode($tester->getDisplay(), true), 'receipt'), 'card'));
        self::assertSame(1, $tester->execute(['source' => ['']]), 'no name is not the folder that one stands in');
    }

    private function receipt(Intake $intake): ReceiptView
    {
        return $this->service(ReceiptPage::class)->of($this->service(ReceiptRepository::class)->find($intake->id()));
    }

    /** @return array{Intake, Intake} */
    private function begin(string $one, string $other): array
    {
        $begun = $this->service(StartIntake::class)->start($this->desk($one, $other), new Wishes(), static fn (Intake $intake) => null);
        self::assertCount(2, $begun);

        return [$begun[0], $begun[1]];
    }
}
