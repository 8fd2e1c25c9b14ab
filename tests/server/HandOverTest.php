<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Symfony\Component\Console\Tester\CommandTester;
use Symfony\Component\Process\Process;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Survival\DumpDocument;
use VelvetLedger\Server\Console\PrepareCommand;
use VelvetLedger\Server\Persistence\Survival\SignRepository;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Survival\GoesOn;
use VelvetLedger\Server\Survival\HandsOver;
use VelvetLedger\Server\Survival\RestoresDumps;
use VelvetLedger\Tests\Stills;

/** The ledger goes from one machine to another and back, by a drive that both see: it is open on one of them at a time. */
final class HandOverTest extends LedgerTestCase
{
    use OtherDatabases;

    protected function setUp(): void
    {
        parent::setUp();
        $this->drives('Bellows');
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:01', 1));
        $this->reader->put('LATER/DCIM/100ORREL/ORL_0009.JPG', Stills::jpeg('2026-05-05 10:00:00', 9));
        $this->bringIn('CARD', new Wishes(otherwise: 'boats'));
    }

    public function testItIsClosedHereOpenedThereAndTakenBack(): void
    {
        $here = (string) getenv('DATABASE_URL');
        self::assertStringContainsString('The ledger is closed here, and handed over by Bellows.', $this->handOver());
        self::assertSame([true, [], false], [$this->isClosed(), $this->service(Stores::class)->roots(), $this->isOpenAt('Bellows')], 'nothing is written from here');
        self::assertStringContainsString('was handed over by Bellows on', $this->prepared());
        self::assertStringContainsString('is closed here, and handed over by Bellows', $this->handOver(), 'said once more it is as it was');
        self::assertStringContainsString('was handed over by Bellows on', $this->refused(fn () => $this->service(HandsOver::class)->by($this->onDrive('Anvil'))));

        $this->onAnEmptyDatabase();
        $this->takeOver();
        self::assertSame([[1], true, false], [$this->column('SELECT count(*) FROM frame'), $this->isOpenAt('Bellows'), $this->isClosed()]);
        $this->bringIn('LATER', new Wishes(otherwise: 'later'));
        $there = (string) getenv('DATABASE_URL');

        $this->onDatabase($here);
        self::assertStringContainsString('was opened since, on this machine or another, and not handed back', $this->refused(fn () => $this->handedBack()));
        $this->onDatabase($there);
        $this->handOver();
        $this->onDatabase($here);
        $this->takeOver();
        self::assertSame([[2], true, false], [$this->column('SELECT count(*) FROM frame'), $this->isOpenAt('Bellows'), $this->isClosed()], 'with what came in there');
        self::assertSame('', $this->prepared());
        $this->onDatabase($there);
        self::assertFalse($this->isOpenAt('Bellows'));
        self::assertSame([2], $this->column("SELECT count(*) FROM day_book_entry WHERE entry = 'The ledger is handed over by Bellows.'"));
    }

    public function testWhatMayNotBeHandedOverOrTakenOverStaysAsItIs(): void
    {
        self::assertStringContainsString('is no store of this ledger', $this->refused(fn () => $this->service(HandsOver::class)->by($this->reader->path)));
        $intake = $this->start('LATER', new Wishes(otherwise: 'later'));
        self::assertStringContainsString('Receipt 2 is still coming in.', $this->refused(fn () => $this->handOver()));
        $this->bringOn($intake->id());
        file_put_contents($this->onDrive('Bellows', 'velvet-ledger'), 'in the way');
        self::assertStringContainsString('Nothing was handed over; it goes on here.', $this->refused(fn () => $this->handOver()));
        self::assertFalse($this->isClosed());
        unlink($this->onDrive('Bellows', 'velvet-ledger'));
        $this->handOver();
        // It was never opened there: it goes on here, and what lies there is not taken over any more by a home that knows it.
        self::assertSame(['Anvil', 'Bellows'], $this->service(GoesOn::class)->here());
        self::assertSame([false, ''], [$this->isClosed(), $this->prepared()]);
        self::assertStringContainsString('was opened since, on this machine or another', $this->refused(fn () => $this->handedBack()));
        self::assertSame([2], $this->column('SELECT count(*) FROM frame'));
    }

    public function testCutAnywhereItIsOpenOnOneMachineAndNeverOnTwo(): void
    {
        mt_srand(2811);
        for ($cut = 0; $cut < 4; ++$cut) {
            $process = new Process([\PHP_BINARY, \dirname(__DIR__, 2).'/server/console.php', 'hand-over', $this->onDrive('Bellows')], null, ['DATABASE_URL' => (string) getenv('DATABASE_URL'), 'LEDGER_HOME' => (string) getenv('LEDGER_HOME'), 'APP_ENV' => 'test']);
            $process->start();
            usleep(mt_rand(200_000, 1_800_000));
            $process->stop(0, \SIGKILL);
            $this->restart();
            $documents = array_map(fn (string $name): DumpDocument => DumpDocument::read((string) file_get_contents($this->onDrive('Bellows', "velvet-ledger/$name.json"))), DumpDocument::namesIn($this->onDrive('Bellows', 'velvet-ledger')));
            self::assertTrue($this->isClosed() || [] === array_filter($documents, static fn (DumpDocument $document): bool => $document->isHandedOver));
        }
        $this->handOver();
        $this->onAnEmptyDatabase();
        $this->takeOver();
        self::assertSame([1], $this->column('SELECT count(*) FROM frame'));
    }

    private function handOver(): string
    {
        return $this->fresh(HandsOver::class)->by($this->onDrive('Bellows'));
    }

    private function handedBack(): void
    {
        $this->service(RestoresDumps::class)->takeUp($this->onDrive('Bellows'));
    }

    private function takeOver(): void
    {
        $this->handedBack();
        $this->restart();
        $this->service(Stores::class)->prepare();
        $this->restart();
    }

    private function isClosed(): bool
    {
        return null !== $this->service(SignRepository::class)->handedOver();
    }

    private function isOpenAt(string $store): bool
    {
        $stores = $this->fresh(Stores::class);

        return $stores->at($stores->find(array_flip($stores->names())[$store]))->isPresent();
    }

    /** @return string what starting says */
    private function prepared(): string
    {
        $ran = new CommandTester($this->service(PrepareCommand::class));
        $ran->execute([]);

        return $ran->getDisplay();
    }

    /** @param \Closure(): mixed $of */
    private function refused(\Closure $of): string
    {
        try {
            $of();
        } catch (CouldNot $no) {
            return $no->getMessage();
        }
        self::fail('It was not refused.');
    }
}
