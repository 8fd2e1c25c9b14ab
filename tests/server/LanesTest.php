<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Component\Clock\MockClock;
use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Stamp\ReceivedStamp;
use Symfony\Component\Messenger\Transport\TransportInterface;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Clearance\CardClearance;
use VelvetLedger\Server\Copies\Mending;
use VelvetLedger\Server\Pace\Pace;
use VelvetLedger\Server\Persistence\Cards\CardRepository;
use VelvetLedger\Server\Persistence\Cards\ClearanceRepository;
use VelvetLedger\Server\Persistence\Copies\ProvingRepository;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Work\CarryOut;
use VelvetLedger\Server\Work\Compare;
use VelvetLedger\Server\Work\Proofs;
use VelvetLedger\Server\Work\Prove;
use VelvetLedger\Server\Work\WatchesProofs;
use VelvetLedger\Tests\Stills;

/** Long work goes on by slices, others have their turn between two, and cut anywhere it comes to the same. */
final class LanesTest extends LedgerTestCase
{
    private const FILES = 7;

    protected function setUp(): void
    {
        parent::setUp();
        $this->drives('Bellows');
        for ($number = 1; $number <= self::FILES; ++$number) {
            $this->reader->put("CARD/DCIM/100ORREL/ORL_000$number.JPG", Stills::jpeg("2026-05-04 21:14:0$number", $number));
        }
    }

    /** @param list<int> $lost slices after which the message is lost: its worker was killed, and the queue with it */
    #[TestWith([[]])]
    #[TestWith([[1]])]
    #[TestWith([[2, 5]])]
    #[TestWith([[3, 4, 6]])]
    public function testAProvingByOneFileAtATimeComesToTheSame(array $lost): void
    {
        $this->bringIn('CARD');
        file_put_contents($this->onDrive('Bellows', '2026/2026-05-04/2026-05-04_0002.jpg'), 'rot');
        unlink($this->onDrive('Bellows', '2026/2026-05-04/2026-05-04_0005.jpg'));
        $whole = $this->proven($this->service(Proofs::class)->ask($this->store('Bellows')));
        $this->work('care');
        $whole = $this->proven($whole[0]);
        self::assertSame(['done', self::FILES, self::FILES, 2], \array_slice($whole, 1, 4));

        $this->shortSlices();
        $proving = $this->service(Proofs::class)->ask($this->store('Bellows'));
        $clock = new MockClock();
        $watch = new WatchesProofs($this->service(ProvingRepository::class), $this->service(Proofs::class), $this->service(ClearanceRepository::class), $this->service(Readers::class), $this->service(MessageBusInterface::class), $clock);
        $stale = null;
        $slices = 0;
        for (; 'done' !== $this->proven($proving)[1]; ++$slices) {
            self::assertLessThan(30, $slices);
            if (\in_array($slices, $lost, true)) {
                $stale = $this->next('care', false);
                for ($i = 0; $i < 3; ++$i) {
                    $watch->look();
                    $clock->sleep(50);
                }
            }
            self::assertInstanceOf(Prove::class, $this->next('care'));
        }
        self::assertSame(self::FILES + 1, $slices, 'a file at a time, and that there is no more');
        self::assertSame(\array_slice($whole, 1), \array_slice($this->proven($proving), 1));
        if (null !== $stale) {
            $this->service(MessageBusInterface::class)->dispatch(new Envelope($stale, [new ReceivedStamp('care')])); // it was not lost after all
            self::assertSame(\array_slice($whole, 1), \array_slice($this->proven($proving), 1));
        }
        self::assertNull($this->next('care'), 'nothing is left behind');
        self::assertSame(2, \count(array_filter($this->column('SELECT entry FROM day_book_entry'), static fn (mixed $entry): bool => \is_string($entry) && str_starts_with($entry, 'Proof of Bellows: 7 copies were read') && str_contains($entry, '2 are missing or different'))));
    }

    public function testWhatAPersonAsksForIsDoneBetweenTwoSlices(): void
    {
        $this->bringIn('CARD');
        $this->shortSlices();
        $proving = $this->service(Proofs::class)->ask($this->store('Bellows'));
        $this->next('care');
        $this->ledger()->getConnection()->executeStatement("UPDATE copy SET state = 'missing' WHERE id = (SELECT max(id) FROM copy)");
        [$bad] = array_map(static fn (mixed $id): int => is_numeric($id) ? (int) $id : 0, $this->column("SELECT id FROM copy WHERE state = 'missing'"));
        foreach ($this->service(Mending::class)->ask([$bad]) as $store) {
            $this->service(MessageBusInterface::class)->dispatch(new CarryOut($store->id(), $store->name()));
        }
        self::assertInstanceOf(Prove::class, $this->next('care'));
        self::assertInstanceOf(CarryOut::class, $this->next('care'));
        self::assertSame([[], 'running'], [$this->column("SELECT id FROM step WHERE state = 'waiting'"), $this->proven($proving)[1]]);
        $this->service(Proofs::class)->ask($this->store('Anvil'), null, 30);
        self::assertInstanceOf(Prove::class, $this->next('night'), 'the night has a lane behind it');
    }

    public function testNothingIsProvenOrMadeWhileACardIsCopied(): void
    {
        $this->bringIn('CARD');
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0009.JPG', Stills::jpeg('2026-05-04 22:00:00', 9));
        $copying = $this->start('CARD')->id();
        $this->service(IntakeRuns::class)->take($copying);
        $this->ledger()->getConnection()->executeStatement("UPDATE intake SET state = 'running' WHERE id = $copying");
        $proving = $this->service(Proofs::class)->ask($this->store('Bellows'));
        $this->next('care');
        self::assertSame(['waiting', 0], [$this->proven($proving)[1], $this->proven($proving)[3]]);
        self::assertNull($this->next('care'), 'it comes again in a while');
        $this->service(IntakeRuns::class)->release($copying);
        $this->ledger()->getConnection()->executeStatement("UPDATE messenger_messages SET available_at = now() - interval '1 minute'");
        $this->next('care');
        self::assertSame('done', $this->proven($proving)[1], 'nobody copies any more, whatever the row says');
    }

    public function testOwedCopiesAndComparisonsGoOnBySlices(): void
    {
        $this->drivesAway('Bellows');
        $this->bringIn('CARD');
        $this->drivesBack('Bellows');
        $this->shortSlices();
        $this->service(MessageBusInterface::class)->dispatch(new CarryOut($this->store('Bellows'), 'Bellows'));
        self::assertInstanceOf(CarryOut::class, $this->next('care'));
        self::assertInstanceOf(CarryOut::class, $this->next('care'), 'small files make one round; there might be more');
        self::assertNull($this->next('care'));
        self::assertSame([self::FILES.' owed copies were made at Bellows.'], array_values(array_filter($this->column('SELECT entry FROM day_book_entry'), static fn (mixed $entry): bool => \is_string($entry) && str_contains($entry, 'owed cop'))));

        rename($this->reader->path.'/CARD', $this->reader->path.'/OTHER'); // the same frames on a card that was never read
        file_put_contents($this->reader->path.'/OTHER/DCIM/100ORREL/ORL_0099.JPG', Stills::jpeg('2026-05-05 10:00:00', 99));
        $card = $this->service(CardRepository::class)->seen($this->card('OTHER')->identity);
        $this->ledger()->flush();
        $this->service(ClearanceRepository::class)->askToCompare($card);
        $this->service(MessageBusInterface::class)->dispatch(new Compare($this->card('OTHER')->id, 'OTHER'));
        $slices = 0;
        for (; null !== $this->next('care_here'); ++$slices) {
            $row = $this->service(ClearanceRepository::class)->comparison($card);
            self::assertSame([self::FILES, $slices + 1], [$row['files'] ?? null, $row['files_read'] ?? null]);
        }
        self::assertSame(self::FILES, $slices);
        self::assertStringContainsString('1 is nowhere but on this card', $this->fresh(CardClearance::class)->of($this->card('OTHER'))->sentence);
    }

    /** Every slice is over as soon as it was begun. */
    private function shortSlices(): void
    {
        self::ensureKernelShutdown();
        self::bootKernel();
        self::getContainer()->set(Pace::class, new Pace(new CuttingClock(each: 60)));
    }

    private function store(string $name): int
    {
        foreach ($this->service(Stores::class)->all() as $store) {
            if ($store->name() === $name) {
                return $store->id();
            }
        }
        self::fail("no $name");
    }

    /** @return array{int, string, int, int, int, int} its number, state, files, files read, bad, bytes read */
    private function proven(int $id): array
    {
        $row = $this->service(ProvingRepository::class)->find($id);

        return [$id, $row->state()->value, $row->int('files'), $row->int('files_read'), $row->int('bad'), $row->int('bytes_read')];
    }

    /**
     * The next message of a lane, which is handled, unless it is to be lost.
     *
     * @phpstan-impure
     */
    private function next(string $lane, bool $handled = true): ?object
    {
        $transport = self::getContainer()->get('messenger.transport.'.$lane);
        \assert($transport instanceof TransportInterface);
        foreach ($transport->get() as $envelope) {
            if ($handled) {
                $this->service(MessageBusInterface::class)->dispatch($envelope->with(new ReceivedStamp($lane)));
            }
            $transport->ack($envelope);

            return $envelope->getMessage();
        }

        return null;
    }
}
