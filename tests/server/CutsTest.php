<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use PHPUnit\Framework\Attributes\TestWith;
use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Input\ArrayInput;
use Symfony\Component\Console\Output\NullOutput;
use Symfony\Component\Console\Tester\CommandTester;
use VelvetLedger\Bench\EmptyLedger;
use VelvetLedger\Core\Order\StationeryKind;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Server\Clearance\CardClearance;
use VelvetLedger\Server\Intake\RunIntake;
use VelvetLedger\Server\Orders\Stationery;
use VelvetLedger\Server\Pages\StampsPage;
use VelvetLedger\Server\Persistence\Intakes\IntakeRuns;
use VelvetLedger\Server\Persistence\Intakes\IntakeWish;
use VelvetLedger\Server\Persistence\Intakes\ReceiptRepository;
use VelvetLedger\Server\Persistence\Intakes\RunsElsewhere;
use VelvetLedger\Server\Persistence\Shoots\Shoot;
use VelvetLedger\Server\Persistence\Stamps\StampQueue;
use VelvetLedger\Server\Stamps\ChangeStamps;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Tests\Folder;
use VelvetLedger\Tests\OnCard;
use VelvetLedger\Tests\Stills;

/** Cut and gone on is as never cut: raws, pairs and JPEGs with stamps, cut off at random places in each way, and held against an intake that was not. */
final class CutsTest extends LedgerTestCase
{
    private const PLACES = 6; // "bin/ledger bench faults" is at many more
    private const ROWS = [
        'SELECT r.stem, f.ending, f.making, f.bytes, f.checksum, f.stamp_revision, f.bears, o.path FROM file f JOIN frame r ON r.id = f.frame_id LEFT JOIN original o ON o.id = f.original_id ORDER BY 1, 2',
        'SELECT c.path, c.store_id, c.state, c.checksum, c.because FROM copy c ORDER BY 1, 2',
        'SELECT stem, folder, original_name, stamp_revision, stamp_note, restamp FROM frame ORDER BY 1',
        'SELECT path, outcome, reason, name, checksum FROM receipt_line ORDER BY 1',
        'SELECT frames, files, bytes, first_name, last_name, (SELECT stem FROM frame WHERE id = cover_id) FROM shoot',
    ];

    #[TestWith(['stop'])]
    #[TestWith(['pause'])]
    #[TestWith(['card pulled'])]
    #[TestWith(['worker killed'])]
    #[TestWith(['command killed'])]
    public function testCutAndGoneOnIsAsNeverCut(string $how): void
    {
        $this->drives('Bellows');
        foreach ([1 => ['ORW'], 2 => ['ORW', 'JPG'], 3 => ['JPG'], 4 => ['ORW', 'JPG'], 5 => ['ORW']] as $number => $extensions) {
            foreach ($extensions as $extension) {
                $this->reader->put("CARD/DCIM/100ORREL/ORL_000$number.$extension", 'JPG' === $extension ? Stills::jpeg("2026-05-04 21:14:0$number", $number) : Stills::raw("2026-05-04 21:14:0$number", $number));
            }
        }
        $this->reader->put('CARD/MISC/AUTPRINT.MRK', 'prints');
        $this->reader->put('CARD/layout.qxz', 'nobody knows');
        $whole = $this->begin(new CuttingClock());
        $this->bringOn(1);
        $expected = $this->cameTo();
        self::assertSame(['9 files on the card: 9 brought in and proven.', [0, 0, 0]], \array_slice($expected, -2));
        mt_srand(crc32($how));
        for ($round = 0; $round < self::PLACES; ++$round) {
            $place = mt_rand(1, $whole->looks);
            $this->cut($how, $place);
            if (1 === mt_rand(0, 1)) {
                $this->idleWorker();
            }
            $this->goOnWith($how);
            self::assertSame($expected, $this->cameTo(), "$how at place $place of $whole->looks");
        }
    }

    /** An empty ledger with a slip, and an intake that was asked for. */
    private function begin(CuttingClock $clock): CuttingClock
    {
        self::ensureKernelShutdown();
        self::bootKernel();
        self::getContainer()->set('clock', $clock);
        foreach (['Anvil', 'Bellows'] as $drive) {
            Folder::remove($this->onDrive($drive));
        }
        EmptyLedger::make($this->ledger()->getConnection());
        $this->service(Stores::class)->prepare();
        $this->service(Stationery::class)->save(StationeryKind::Rights, 'Studio', ['creator' => 'Ada Tern']);
        $this->start('CARD', new Wishes(OnCard::order(['others' => 'in a subfolder of the shoot'])));

        return $clock;
    }

    private function cut(string $how, int $place): void
    {
        $wish = fn (IntakeWish $wish): \Closure => fn () => $this->service(IntakeRuns::class)->wish(1, $wish);
        $this->begin(new CuttingClock($place, match ($how) {
            'stop' => $wish(IntakeWish::Stop),
            'pause' => $wish(IntakeWish::Pause),
            'card pulled' => fn () => rename($this->reader->path.'/CARD', $this->reader->path.'/.CARD'),
            default => static fn () => posix_kill((int) getmypid(), \SIGKILL),
        }));
        if (!str_ends_with($how, 'killed')) {
            $this->bringOn(1);

            return;
        }
        $clock = self::getContainer()->get('clock');
        self::assertInstanceOf(CuttingClock::class, $clock);
        $child = pcntl_fork();
        if (0 === $child) {
            // A process of its own, with a connection of its own; what is the parent's is never let go of here.
            $kernel = self::createKernel();
            $another = Services::of($kernel);
            $another->container->set('clock', $clock);
            if ('worker killed' === $how) {
                $another->get(RunIntake::class)->run(1, static fn (int $bytes, int $files) => null);
            } else {
                $application = new Application($kernel);
                $application->setAutoExit(false);
                $application->run(new ArrayInput(['command' => 'intake', 'source' => $this->reader->path.'/CARD']), new NullOutput());
            }
            posix_kill((int) getmypid(), \SIGKILL);
        }
        pcntl_waitpid($child, $status);
    }

    private function goOnWith(string $how): void
    {
        if (is_dir($this->reader->path.'/.CARD')) {
            rename($this->reader->path.'/.CARD', $this->reader->path.'/CARD');
        }
        self::ensureKernelShutdown();
        self::bootKernel();
        for ($i = 0; $i < 200 && $this->service(IntakeRuns::class)->isTaken(1); ++$i) {
            usleep(10_000); // the database has not heard yet that the connection ended
        }
        if ('command killed' === $how && $this->service(ReceiptRepository::class)->find(1)->state()->isUnderWay()) {
            self::assertSame(0, (new CommandTester((new Application(self::bootKernel()))->find('intake')))->execute(['source' => $this->reader->path.'/CARD']));

            return;
        }
        try {
            $this->goOn(1);
        } catch (RunsElsewhere $elsewhere) {
            self::fail($elsewhere->getMessage());
        }
    }

    /** What a worker that has nothing to do finds to be stamped. */
    private function idleWorker(): void
    {
        foreach ($this->fresh(StampQueue::class)->shoots() as $shoot) {
            $this->service(ChangeStamps::class)->write($shoot, static fn () => null, []);
        }
    }

    /** @return list<mixed> files, rows and words */
    private function cameTo(): array
    {
        $this->ledger()->clear();
        $state = $this->service(StampsPage::class)->state($this->ledger()->getRepository(Shoot::class)->findAll()[0]);
        $receipt = $this->service(ReceiptRepository::class)->find(1);

        return [
            ...array_map(fn (string $drive): array => preg_replace('/^\d* (?=.*)/', '', Folder::tree($this->onDrive($drive))), ['Anvil', 'Bellows']),
            array_map(fn (string $drive): array => array_filter(scandir($this->onDrive($drive, '2026/2026-05-04')), static fn (string $name): bool => str_ends_with($name, '.part')), ['Anvil', 'Bellows']),
            ...array_map(fn (string $query): array => $this->ledger()->getConnection()->fetchAllNumeric($query), self::ROWS),
            $this->fresh(CardClearance::class)->of($this->card('CARD'))->sentence,
            $receipt->summary()->sentence(),
            [$state->waiting, $state->noted, $state->left],
        ];
    }
}
