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
use VelvetLedger\Server\Intake\StartIntake;
use VelvetLedger\Server\Orders\Stationery;
use VelvetLedger\Server\Pages\StampsPage;
use VelvetLedger\Server\Persistence\Intakes\Intake;
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

/** Cut and gone on is as never cut: raws, pairs and JPEGs with stamps, of two cards on one desk that have halves of one frame, cut off at random places in each way, and held against intakes that were not. */
final class CutsTest extends LedgerTestCase
{
    private const PLACES = 6; // "bin/ledger bench faults" is at many more
    private const ROWS = [
        'SELECT b.name, r.stem, count(*) FROM album_frame a JOIN album b ON b.id = a.album_id JOIN frame r ON r.id = a.frame_id GROUP BY 1, 2 ORDER BY 2',
        'SELECT r.stem, f.ending, f.making, f.bytes, f.checksum, f.stamp_revision, f.bears, o.path FROM file f JOIN frame r ON r.id = f.frame_id LEFT JOIN original o ON o.id = f.original_id ORDER BY 1, 2',
        'SELECT c.path, c.store_id, c.state, c.checksum, c.because FROM copy c ORDER BY 1, 2',
        'SELECT stem, folder, original_name, stamp_revision, stamp_note, restamp FROM frame ORDER BY 1',
        'SELECT path, outcome, reason, name, checksum FROM receipt_line ORDER BY 1',
        'SELECT frames, files, bytes, first_name, last_name, (SELECT stem FROM frame WHERE id = cover_id) FROM shoot',
    ];

    private int $running = 1;

    #[TestWith(['stop'])]
    #[TestWith(['pause'])]
    #[TestWith(['card pulled'])]
    #[TestWith(['worker killed'])]
    #[TestWith(['command killed'])]
    #[TestWith(['pause', 600, 1])]
    #[TestWith(['worker killed', 600, 1])]
    public function testCutAndGoneOnIsAsNeverCut(string $how, int $more = 0, int $places = self::PLACES): void
    {
        $this->drives('Bellows');
        foreach ([1 => ['ORW' => 'CARD'], 2 => ['ORW' => 'CARD', 'JPG' => 'CARD'], 3 => ['JPG' => 'OTHER'], 4 => ['ORW' => 'OTHER', 'JPG' => 'CARD'], 5 => ['ORW' => 'OTHER']] as $number => $on) {
            foreach ($on as $extension => $card) {
                $this->reader->put("$card/DCIM/100ORREL/ORL_000$number.$extension", 'JPG' === $extension ? Stills::jpeg("2026-05-04 21:14:0$number", $number) : Stills::raw("2026-05-04 21:14:0$number", $number));
            }
        }
        for ($i = 1; $i <= $more; ++$i) { // so many that some are entered while others are copied
            $this->reader->put(\sprintf('CARD/DCIM/101ORREL/ORL_%04d.JPG', $i), Stills::jpeg(\sprintf('2026-05-04 21:%02d:%02d', 20 + intdiv($i, 60), $i % 60), 100 + $i));
        }
        $this->reader->put('CARD/MISC/AUTPRINT.MRK', 'prints');
        $this->reader->put('CARD/layout.qxz', 'nobody knows');
        $whole = $this->begin(new CuttingClock());
        $this->bringBothOn();
        $expected = $this->cameTo();
        self::assertSame([[\sprintf('%1$d files on the card: %1$d brought in and proven.', 6 + $more), '3 files on the card: 3 brought in and proven.'], [0, 0, 0]], \array_slice($expected, -2));
        mt_srand(crc32($how));
        for ($round = 0; $round < $places; ++$round) {
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
        $this->service(StartIntake::class)->start($this->desk('CARD', 'OTHER'), new Wishes(OnCard::order(['others' => 'in a subfolder of the shoot', 'afterwards' => ['album' => 'the evening']])), static fn (Intake $intake) => null);

        return $clock;
    }

    private function bringBothOn(): void
    {
        foreach (1 === mt_rand(0, 1) ? [1, 2] : [2, 1] as $this->running) {
            $this->bringOn($this->running);
        }
    }

    private function cut(string $how, int $place): void
    {
        $wish = fn (IntakeWish $wish): \Closure => fn () => $this->service(IntakeRuns::class)->wish($this->running, $wish);
        $this->begin(new CuttingClock($place, match ($how) {
            'stop' => $wish(IntakeWish::Stop),
            'pause' => $wish(IntakeWish::Pause),
            'card pulled' => fn () => rename($this->reader->path.'/CARD', $this->reader->path.'/.CARD'),
            default => static fn () => posix_kill((int) getmypid(), \SIGKILL),
        }));
        if (!str_ends_with($how, 'killed')) {
            $this->bringBothOn();
            self::assertSame([], $this->column("SELECT classid || ' ' || objid FROM pg_locks WHERE locktype = 'advisory' AND pid = pg_backend_pid()"), "$how at $place: a worker that has ended a run keeps nothing from another");
            self::assertSame([], $this->column("SELECT i.id FROM intake i WHERE i.state IN ('stopped', 'paused') AND NOT EXISTS (SELECT 1 FROM receipt_line l WHERE l.intake_id = i.id AND l.outcome = 'waiting')"), "$how at $place: what is said to wait does");

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
                foreach ([1, 2] as $receipt) {
                    $another->get(RunIntake::class)->run($receipt, static fn (int $bytes, int $files) => null);
                }
            } else {
                $application = new Application($kernel);
                $application->setAutoExit(false);
                $application->run(new ArrayInput(['command' => 'intake', 'source' => $this->both()]), new NullOutput());
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
        for ($i = 0; $i < 200 && ($this->service(IntakeRuns::class)->isTaken(1) || $this->service(IntakeRuns::class)->isTaken(2)); ++$i) {
            usleep(10_000); // the database has not heard yet that the connection ended
        }
        if ('command killed' === $how && [] !== $this->service(ReceiptRepository::class)->underWay()) {
            self::assertSame(0, (new CommandTester((new Application(self::bootKernel()))->find('intake')))->execute(['source' => $this->both()]));

            return;
        }
        try {
            array_map($this->goOn(...), [1, 2]);
        } catch (RunsElsewhere $elsewhere) {
            self::fail($elsewhere->getMessage());
        }
    }

    /** @return list<string> */
    private function both(): array
    {
        return [$this->reader->path.'/CARD', $this->reader->path.'/OTHER'];
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
        $receipts = array_map($this->service(ReceiptRepository::class)->find(...), [1, 2]);

        return [
            ...array_map(fn (string $drive): array => preg_replace('/^\d* (?=.*)/', '', Folder::tree($this->onDrive($drive))), ['Anvil', 'Bellows']),
            array_map(fn (string $drive): array => array_filter(scandir($this->onDrive($drive, '2026/2026-05-04')), static fn (string $name): bool => str_ends_with($name, '.part')), ['Anvil', 'Bellows']),
            array_map(fn (string $drive): string|false => file_get_contents($this->onDrive($drive, '2026/2026-05-04/checksums.xxh128')), ['Anvil', 'Bellows']),
            ...array_map(fn (string $query): array => $this->ledger()->getConnection()->fetchAllNumeric($query), self::ROWS),
            array_map(fn (string $card): string => $this->fresh(CardClearance::class)->of($this->card($card))->sentence, ['CARD', 'OTHER']),
            array_map(static fn (Intake $receipt): string => $receipt->summary()->sentence(), $receipts),
            [$state->waiting, $state->noted, $state->left],
        ];
    }
}
