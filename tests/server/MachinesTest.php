<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Symfony\Component\Clock\MockClock;
use Symfony\Component\Messenger\Event\WorkerRunningEvent;
use Symfony\Component\Messenger\MessageBus;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Transport\InMemory\InMemoryTransport;
use Symfony\Component\Messenger\Worker;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Stamp\StampChange;
use VelvetLedger\Server\Cards\CardsOnDesk;
use VelvetLedger\Server\Machines\Machine;
use VelvetLedger\Server\Pages\ReceiptPage;
use VelvetLedger\Server\Pages\StoresPage;
use VelvetLedger\Server\Persistence\Copies\ProvingRepository;
use VelvetLedger\Server\Persistence\Copies\ProvingState;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Persistence\Intakes\IntakeState;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\Settings\ThisMachine;
use VelvetLedger\Server\Stamps\ChangeStamps;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Work\BringIn;
use VelvetLedger\Server\Work\ConvertRaw;
use VelvetLedger\Server\Work\Dngs;
use VelvetLedger\Server\Work\OtherMachines;
use VelvetLedger\Server\Work\PicksUp;
use VelvetLedger\Server\Work\Proofs;
use VelvetLedger\Server\Work\WatchesStores;
use VelvetLedger\Server\Work\WriteStamps;
use VelvetLedger\Tests\Folder;
use VelvetLedger\Tests\Stills;

/** Two machines on one database: each does what only it can, and leaves the rest to the other. */
final class MachinesTest extends LedgerTestCase
{
    private Machine $desk;
    private Machine $laptop;
    private Folder $otherReader;

    protected function setUp(): void
    {
        parent::setUp();
        $this->drives('Bellows');
        $this->desk = ThisMachine::of(Home::fromEnvironment());
        $this->laptop = new Machine('1a970b5e00000001', 'the laptop');
        $this->otherReader = new Folder();
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:01', 1));
        $this->otherReader->put('OTHER/DCIM/100ORREL/ORL_0002.JPG', Stills::jpeg('2026-05-04 21:14:02', 2));
    }

    protected function tearDown(): void
    {
        foreach ([$this->reader, $this->otherReader] as $one) {
            @rename(\dirname($one->path).'/.'.basename($one->path), $one->path); // to be cleared away
        }
        parent::tearDown();
    }

    public function testAnIntakeIsForTheMachineThatSeesItsCard(): void
    {
        $receipt = $this->start('CARD')->id();
        $this->service(MessageBusInterface::class)->dispatch(new BringIn($receipt));

        $this->at($this->laptop, $this->otherReader);
        $this->work();
        $intake = $this->service(ReceiptRepository::class)->find($receipt);
        self::assertSame([IntakeState::Waiting, null], [$intake->state(), $intake->stoppedBecause()], 'a machine that sees no card stops nothing');
        self::assertSame(['here-'.$this->desk->id], $this->column('SELECT queue_name FROM messenger_messages'), 'it waits for the one that does');
        self::assertSame('the desk', $this->service(ReceiptPage::class)->of($intake)->waits->machine);
        $picked = new SentMessages();
        $clock = new MockClock();
        $picks = new PicksUp($this->service(ReceiptRepository::class), $this->service(IntakeRuns::class), $this->service(OtherMachines::class), $picked, $clock);
        $clock->sleep(1000);
        $picks->whenItIsIdle(new WorkerRunningEvent(new Worker(['work' => new InMemoryTransport()], new MessageBus()), true));
        self::assertSame([], $picked->all(), 'nor does it take it for forgotten');
        $own = $this->bringInAt('OTHER');
        self::assertSame('1 file on the card: 1 brought in and proven.', $own, 'meanwhile it brings in its own');

        $this->at($this->desk, $this->reader);
        $this->work('here');
        self::assertSame(IntakeState::Done, $this->service(ReceiptRepository::class)->find($receipt)->state());
    }

    public function testACardThatWasCarriedOverIsBroughtInWhereItIs(): void
    {
        $receipt = $this->start('CARD')->id();
        rename($this->reader->path.'/CARD', $this->otherReader->path.'/CARD');
        $this->at($this->laptop, $this->otherReader);
        $this->service(MessageBusInterface::class)->dispatch(new BringIn($receipt));
        $this->work();
        self::assertSame(IntakeState::Done, $this->service(ReceiptRepository::class)->find($receipt)->state());
    }

    public function testAStoreIsProvenByTheMachineThatItIsAttachedTo(): void
    {
        $this->bringIn('CARD');
        $this->service(WatchesStores::class)->look();

        $this->at($this->laptop, $this->otherReader);
        $this->drivesAway('Bellows');
        $this->service(WatchesStores::class)->look();
        $bellows = $this->service(Stores::class)->all()[1]->id();
        $proving = $this->service(Proofs::class)->ask($bellows);
        $this->work('care');
        self::assertSame([ProvingState::Waiting, ['care-here-'.$this->desk->id]], [$this->service(ProvingRepository::class)->find($proving)->state(), $this->column('SELECT queue_name FROM messenger_messages')]);
        self::assertSame([[$bellows, 'the desk']], array_map(static fn (object $one): array => array_values((array) $one), $this->service(StoresPage::class)->view()->elsewhere));

        $this->drivesBack('Bellows');
        $this->at($this->desk, $this->reader);
        $this->work('care_here');
        self::assertSame(ProvingState::Done, $this->service(ProvingRepository::class)->find($proving)->state());
        self::assertSame([], $this->service(StoresPage::class)->view()->elsewhere, 'here it is');
    }

    public function testStampsAndDngsAreLeftToTheMachineThatSeesTheMainStore(): void
    {
        $this->bringIn('CARD');
        $this->service(WatchesStores::class)->look();
        $this->service(ChangeStamps::class)->change($this->service(ShootRepository::class)->find(1), [1], StampChange::read(Fields::of(['rating' => 3])));

        $this->at($this->laptop, $this->otherReader);
        $this->drivesAway('Anvil');
        $this->service(MessageBusInterface::class)->dispatch(new WriteStamps(1));
        $this->work('stamps');
        $this->service(Dngs::class)->convert(new ConvertRaw(7));
        self::assertSame(['convert-here-'.$this->desk->id, 'stamps-here-'.$this->desk->id], $this->column('SELECT queue_name FROM messenger_messages ORDER BY 1'));
        self::assertSame([true], $this->column('SELECT restamp FROM frame'));

        $this->drivesBack('Anvil');
        $this->at($this->desk, $this->reader);
        $this->work('stamps_here');
        self::assertSame([false], $this->column('SELECT restamp FROM frame'));
    }

    public function testWhatNoMachineSeesIsSaidToBeAway(): void
    {
        $this->bringIn('CARD');
        $this->service(WatchesStores::class)->look();
        $this->ledger()->getConnection()->executeStatement("UPDATE store_sighting SET seen_at = now() - interval '5 minutes'");
        $this->at($this->laptop, $this->otherReader);
        $this->drivesAway('Bellows');
        $proving = $this->service(Proofs::class)->ask($this->service(Stores::class)->all()[1]->id());
        $this->work('care');
        self::assertSame(ProvingState::Stopped, $this->service(ProvingRepository::class)->find($proving)->state(), 'the other machine has not been heard of for minutes');
    }

    private function bringInAt(string $card): string
    {
        $intake = $this->service(\VelvetLedger\Server\Intake\StartIntake::class)->start(CardsOnDesk::of($this->service(\VelvetLedger\Server\Cards\Readers::class)->at($this->otherReader->path.'/'.$card)), new \VelvetLedger\Core\Plan\Wishes(), static fn () => null)[0];

        return $this->bringOn($intake->id())->summary()->sentence();
    }

    /** What is asked from now on is asked on this machine, with its reader; the other's is nowhere on it. */
    private function at(Machine $machine, Folder $reader): void
    {
        foreach ([$this->reader, $this->otherReader] as $one) {
            $hidden = \dirname($one->path).'/.'.basename($one->path);
            if ($one === $reader && is_dir($hidden)) {
                rename($hidden, $one->path);
            } elseif ($one !== $reader && is_dir($one->path)) {
                rename($one->path, $hidden);
            }
        }
        $settings = Home::fromEnvironment()->path.'/settings.yaml';
        file_put_contents($settings, preg_replace('/^readers: .*$/m', "readers: ['{$reader->path}']", (string) file_get_contents($settings)));
        self::ensureKernelShutdown();
        self::bootKernel();
        self::getContainer()->set(Machine::class, $machine);
        $this->ledger()->getConnection()->executeStatement("INSERT INTO machine (id, name, seen_at) VALUES (?, 'the desk', now()) ON CONFLICT (id) DO UPDATE SET name = 'the desk'", [$this->desk->id]);
    }
}
