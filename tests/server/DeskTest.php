<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use PHPUnit\Framework\Attributes\DataProvider;
use VelvetLedger\Server\Intake\NamesAtStore;
use VelvetLedger\Server\Orders\OrderBook;
use VelvetLedger\Server\Persistence\DayBook\DayBookEntry;
use VelvetLedger\Server\Persistence\Shoots\NamesRepository;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Tests\OnCard;
use VelvetLedger\Tests\Stills;

/** What the desk sends of a card, in full, and what it gets back. */
final class DeskTest extends LedgerTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        foreach ([1 => '2026-05-04 10:00:00', 2 => '2026-05-04 10:10:00', 3 => '2026-05-05 10:00:00'] as $number => $at) {
            $this->reader->put(\sprintf('CARD/DCIM/100ORREL/ORL_%04d.JPG', $number), Stills::jpeg($at, $number));
        }
        $this->service(OrderBook::class)->save(OnCard::order(['names' => ['pieces' => [['piece' => 'original name']]]], 'As they were'));
    }

    /** @return iterable<string, array{array<string, mixed>, list<string>}> wishes, "folder: first name, frames" of each shoot */
    public static function wishes(): iterable
    {
        [$one, $two, $three] = array_map(static fn (int $number): string => OnCard::key(\sprintf('ORL_%04d', $number)), [1, 2, 3]);
        yield 'nothing' => [[], ['2026/2026-05-04: 2026-05-04_0001.jpg, 2', '2026/2026-05-05: 2026-05-05_0001.jpg, 1']];
        yield 'an order of the shoot\'s own' => [['shoots' => [$three => ['order' => 'As they were', 'description' => 'quay']]], ['2026/2026-05-04: 2026-05-04_0001.jpg, 2', '2026/2026-05-05 quay: ORL_0003.jpg, 1']];
        yield 'a destination of its own' => [['shoots' => [$one => ['destination' => ['kindOfWork' => 'Tests', 'folder' => 'tests']]]], ['tests/2026/2026-05-04: 2026-05-04_0001.jpg, 2', '2026/2026-05-05: 2026-05-05_0001.jpg, 1']];
        yield 'both into one folder' => [['shoots' => [$one => ['folder' => 'all'], $three => ['folder' => 'all']]], ['all: 2026-05-04_0001.jpg, 2', 'all: 2026-05-05_0001.jpg, 1']];
        yield 'into the store\'s root' => [['shoots' => [$three => ['folder' => '']]], ['2026/2026-05-04: 2026-05-04_0001.jpg, 2', ': 2026-05-05_0001.jpg, 1']];
        yield 'left out' => [['shoots' => [$one => ['leftOut' => true]]], ['2026/2026-05-04: -, 2', '2026/2026-05-05: 2026-05-05_0001.jpg, 1']];
        yield 'cut' => [['edits' => [['do' => 'cut', 'frame' => $two]], 'shoots' => [$two => ['description' => 'noon']]], ['2026/2026-05-04: 2026-05-04_0001.jpg, 1', '2026/2026-05-04 noon: 2026-05-04_noon_0001.jpg, 1', '2026/2026-05-05: 2026-05-05_0001.jpg, 1']];
        yield 'moved and joined' => [['edits' => [['do' => 'move', 'frames' => [$one], 'to' => $three], ['do' => 'join', 'frame' => $three, 'other' => $two]]], ['2026/2026-05-05: 2026-05-04_0001.jpg, 3']];
        yield 'to a shoot of its own' => [['edits' => [['do' => 'move', 'frames' => [$two], 'to' => null]]], ['2026/2026-05-04: 2026-05-04_0001.jpg, 1', '2026/2026-05-04: 2026-05-04_0002.jpg, 1', '2026/2026-05-05: 2026-05-05_0001.jpg, 1']];
        yield 'a clock two days back' => [['clocks' => ['Orrel M4, no. M4-0031877' => ['seconds' => -172_800]]], ['2026/2026-05-02: 2026-05-02_0001.jpg, 2', '2026/2026-05-03: 2026-05-03_0001.jpg, 1']];
        yield 'a clock by what it should have shown' => [['clocks' => ['Orrel M4, no. M4-0031877' => ['frame' => $one, 'time' => '2026-05-04T23:55']]], ['2026/2026-05-04: 2026-05-04_0001.jpg, 2', '2026/2026-05-05: 2026-05-05_0001.jpg, 1']];
    }

    /**
     * @param array<string, mixed> $wishes
     * @param list<string>         $shoots
     */
    #[DataProvider('wishes')]
    public function testWhatTheDeskSaysBecomesThePlan(array $wishes, array $shoots): void
    {
        $plan = $this->plan($wishes);
        $found = [];
        foreach (\is_array($plan['shoots']) ? $plan['shoots'] : [] as $shoot) {
            self::assertIsArray($shoot);
            self::assertIsArray($shoot['keys']);
            $found[] = \sprintf('%s: %s, %d', self::text($shoot['folder']), self::text($shoot['firstName'] ?? '-'), \count($shoot['keys']));
        }
        self::assertSame($shoots, $found);
    }

    public function testEveryFileIsThereBeforeAndAfter(): void
    {
        $browser = $this->browser();
        $browser->request('POST', '/api/cards/'.$this->card('CARD')->id.'/plan/lines', [], [], [], (string) json_encode(['leftOut' => [OnCard::key('ORL_0002')]]));
        self::assertSame([
            ['from' => 'DCIM/100ORREL/ORL_0001.JPG', 'folder' => '2026/2026-05-04', 'name' => '2026-05-04_0001.jpg', 'intent' => 'bring in', 'reason' => '', 'takenAt' => '2026-05-04T10:00:00'],
            ['from' => 'DCIM/100ORREL/ORL_0002.JPG', 'folder' => null, 'name' => null, 'intent' => 'left out', 'reason' => 'left out by you', 'takenAt' => '2026-05-04T10:10:00'],
            ['from' => 'DCIM/100ORREL/ORL_0003.JPG', 'folder' => '2026/2026-05-05', 'name' => '2026-05-05_0001.jpg', 'intent' => 'bring in', 'reason' => '', 'takenAt' => '2026-05-05T10:00:00'],
        ], array_map(static fn (mixed $line): array => array_diff_key(\is_array($line) ? $line : [], ['bytes' => 0]), self::answer($browser)));
    }

    public function testAnOrderThatWasDroppedMeanwhileIsSaid(): void
    {
        $browser = $this->browser();
        $browser->request('POST', '/api/cards/'.$this->card('CARD')->id.'/plan', [], [], [], '{"order": {"name": "Gone"}}');
        self::assertSame(404, $browser->getResponse()->getStatusCode());
        self::assertStringContainsString('There are: By the day, As they were.', (string) $browser->getResponse()->getContent());
    }

    public function testTheStoreIsAskedForFoldersHoweverTheyAreSpelled(): void
    {
        $this->store->put("2026/Quai E\u{301}toile/x.JPG", 'x');
        $this->store->put('2026/a file', 'x');
        $names = new NamesAtStore($this->service(Stores::class)->main(), $this->service(NamesRepository::class));
        self::assertSame("Quai E\u{301}toile", $names->spelling('2026', 'QUAI ÉTOILE'));
        self::assertNull($names->spelling('2026', 'a file'));
        self::assertNull($names->spelling('2027', 'x'));
        self::assertTrue($names->isTaken("2026/Quai E\u{301}toile", 'X'));
        self::assertNull($names->lastNumberInShoot('2026', '2026-05-04', ''));
    }

    public function testTheDayBookSaysByWhichOrderACardWasBroughtIn(): void
    {
        $browser = $this->browser();
        $browser->request('POST', '/api/cards/'.$this->card('CARD')->id.'/intakes', [], [], [], '{"order": {"name": "As they were"}}');
        self::assertSame(201, $browser->getResponse()->getStatusCode());
        $entries = array_column($this->ledger()->getRepository(DayBookEntry::class)->findBy([], ['id' => 'ASC'], null, 1), 'entry');
        self::assertSame('The standing order "As they were" was saved.', $entries[0] ?? '');
        self::assertStringStartsWith('Intake asked for from CARD by the standing order "As they were": 3 of 3 frames', $entries[1] ?? '');
    }

    /**
     * @param array<string, mixed> $wishes
     *
     * @return array<mixed>
     */
    private function plan(array $wishes): array
    {
        $browser = $this->browser();
        $browser->request('POST', '/api/cards/'.$this->card('CARD')->id.'/plan', [], [], [], (string) json_encode((object) $wishes));
        self::assertSame(200, $browser->getResponse()->getStatusCode(), (string) $browser->getResponse()->getContent());

        return self::answer($browser);
    }

    private static function text(mixed $value): string
    {
        return \is_string($value) ? $value : '?';
    }
}
