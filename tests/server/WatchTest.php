<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Component\Clock\MockClock;
use Symfony\Component\Messenger\Event\WorkerRunningEvent;
use Symfony\Component\Messenger\MessageBus;
use Symfony\Component\Messenger\Transport\InMemory\InMemoryTransport;
use Symfony\Component\Messenger\Worker;
use VelvetLedger\Server\Intake\GoOn;
use VelvetLedger\Server\Persistence\Copies\ProvingRepository;
use VelvetLedger\Server\Persistence\Copies\SightingRepository;
use VelvetLedger\Server\Persistence\Copies\StepRepository;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Stores\ChangeStores;
use VelvetLedger\Server\Stores\Drives;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Work\CarryOut;
use VelvetLedger\Server\Work\Nights;
use VelvetLedger\Server\Work\OtherMachines;
use VelvetLedger\Server\Work\PicksUp;
use VelvetLedger\Server\Work\Proofs;
use VelvetLedger\Server\Work\Prove;
use VelvetLedger\Server\Work\Watch;
use VelvetLedger\Server\Work\WatchesStores;
use VelvetLedger\Tests\Stills;

/** What a worker that has nothing to do asks for, and when: on a clock that the test moves. */
final class WatchTest extends LedgerTestCase
{
    public function testAStoreThatIsBackIsGivenWhatItIsOwedAndAskedAgainOnlyAfterAWhile(): void
    {
        $this->drives('Bellows');
        $this->drivesAway('Bellows');
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09'));
        $this->bringIn('CARD');
        $clock = new MockClock('2026-11-28 14:00:00');
        $bus = new SentMessages();
        $provings = $this->service(ProvingRepository::class);
        $watch = new Watch([new WatchesStores($this->ledger(), $this->service(Stores::class), $this->service(StepRepository::class), new Nights($provings, new Proofs($provings, $bus), $clock, static fn (): float => 0.0), $this->service(SightingRepository::class), $this->service(Drives::class), $bus, $clock)], $clock);
        $looked = static function (int $seconds, string $queue = 'care') use ($watch, $clock, $bus): array {
            $before = \count($bus->all());
            $clock->sleep($seconds);
            $watch->look(new WorkerRunningEvent(new Worker([$queue => new InMemoryTransport()], new MessageBus()), true));

            return array_map(static fn (object $message): string => $message instanceof CarryOut ? $message->name : $message::class, \array_slice($bus->all(), $before));
        };
        self::assertSame([], $looked(4), 'it is away');
        $this->drivesBack('Bellows');
        self::assertSame([], $looked(1), 'it looked a second ago');
        self::assertSame([], $looked(4, 'look'), 'who looks at cards is not for this');
        self::assertSame(['Bellows'], $looked(4));
        self::assertSame([], $looked(4), 'it was asked for just now');
        self::assertSame([], $looked(590));
        self::assertSame(['Bellows'], $looked(20), 'and nobody did it in ten minutes');
        $this->drivesAway('Bellows');
        self::assertSame([], $looked(4));
        $this->drivesBack('Bellows');
        self::assertSame(['Bellows'], $looked(4), 'it came back once more');
        $this->ledger()->getConnection()->executeStatement("UPDATE copy SET state = 'missing' WHERE path LIKE '%0001.jpg'");
        $this->service(StepRepository::class)->askToMend([1, 2]);
        self::assertSame([[], [], ['Anvil', 'Bellows']], [$looked(4), $looked(20), $looked(20)], 'whoever was to mend them was killed');
        $this->ledger()->getConnection()->executeStatement("UPDATE step SET state = 'done' WHERE store_id = (SELECT min(id) FROM store)");
        self::assertSame(['Bellows'], $looked(40), 'on one of them it goes on');
    }

    public function testARunThatNobodyIsAtIsTakenUp(): void
    {
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09'));
        $intake = $this->start('CARD')->id();
        $clock = new MockClock();
        $bus = new SentMessages();
        $picks = new PicksUp($this->service(ReceiptRepository::class), $this->service(IntakeRuns::class), $this->service(OtherMachines::class), $bus, $clock);
        $asked = function (int $seconds) use ($picks, $clock, $bus): int {
            $before = \count($bus->all());
            $clock->sleep($seconds);
            $this->ledger()->clear();
            $picks->whenItIsIdle(new WorkerRunningEvent(new Worker(['work' => new InMemoryTransport()], new MessageBus()), true));

            return \count($bus->all()) - $before;
        };
        self::assertSame(0, $asked(10), 'its message is on the way');
        $this->service(IntakeRuns::class)->take($intake);
        $this->ledger()->getConnection()->executeStatement("UPDATE intake SET state = 'running', begun_at = now()");
        self::assertSame(0, $asked(10), 'somebody is at it');
        $this->service(GoOn::class)->with($intake, static fn () => self::fail('nobody takes over a run that lives'));
        $this->service(IntakeRuns::class)->release($intake);
        self::assertSame(1, $asked(10), 'it was killed');
        self::assertSame(0, $asked(10), 'it was asked for just now');
        self::assertSame(1, $asked(60));
        $this->ledger()->clear();
        $taken = null;
        $this->service(GoOn::class)->with($intake, static function () use (&$taken): void { $taken = true; });
        self::assertTrue($taken, 'whoever goes on with it takes it over');
        $this->bringOn($intake);
        self::assertSame(0, $asked(60), 'it is done');
    }

    /** @param list<array{string, float, int}> $moments when, under which load, and how many provings were asked for by then */
    #[TestWith([[['2026-11-28 12:00', 0.0, 0], ['2026-11-28 23:30', 0.0, 0], ['2026-11-29 02:00', 3.0, 0], ['2026-11-29 02:10', 0.1, 1], ['2026-11-29 02:20', 0.1, 1], ['2026-11-29 05:59', 0.0, 1], ['2026-11-29 06:00', 0.0, 1], ['2026-11-30 01:00', 0.0, 2]]])]
    public function testByNightOnAnIdleMachineAShareIsProvenOnceANight(array $moments): void
    {
        $store = $this->service(Stores::class)->all()[0];
        $clock = new MockClock();
        $bus = new SentMessages();
        $load = 0.0;
        $nights = new Nights($this->service(ProvingRepository::class), new Proofs($this->service(ProvingRepository::class), $bus), $clock, static function () use (&$load): float { return $load; });
        $clock->modify('2026-11-28 02:00');
        $nights->prove($store); // which nobody wished yet, and is counted below
        $this->service(ChangeStores::class)->provenWithin($store, 30);
        foreach ($moments as [$moment, $load, $asked]) {
            $clock->modify($moment);
            $nights->prove($store);
            self::assertCount($asked, $bus->all(), $moment);
            $this->ledger()->getConnection()->executeStatement("UPDATE proving SET state = 'done'");
        }
        self::assertSame([1, 2], array_map(static fn (object $message): int => $message instanceof Prove ? $message->proving : 0, $bus->all()));
    }
}
