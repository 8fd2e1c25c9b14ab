<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Doctrine\DBAL\Configuration;
use Doctrine\DBAL\DriverManager;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\EventDispatcher\EventDispatcherInterface;
use Symfony\Component\Messenger\Envelope;
use Symfony\Component\Messenger\Event\WorkerMessageFailedEvent;
use Symfony\Component\Messenger\Event\WorkerMessageHandledEvent;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Process\Process;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Server\Intake\Interrupted;
use VelvetLedger\Server\Intake\StartIntake;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\IntakeState;
use VelvetLedger\Server\Persistence\KeptConnections;
use VelvetLedger\Server\Persistence\Lock;
use VelvetLedger\Server\Persistence\Locks;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\Settings\QueueSetting;
use VelvetLedger\Server\Work\BringIn;
use VelvetLedger\Tests\Stills;

/** Workers as they run: processes of their own, killed, stopped, two at once. */
final class WorkTest extends LedgerTestCase
{
    /** Pages keep their connections from request to request; a database that was started anew meanwhile costs nobody an answer. */
    public function testAKeptConnectionThatDiedIsMadeAnew(): void
    {
        $backend = function (): int {
            $kept = DriverManager::getConnection(['persistent' => true] + $this->ledger()->getConnection()->getParams(), (new Configuration())->setMiddlewares([new KeptConnections()]));
            $id = $kept->fetchOne('SELECT pg_backend_pid()');

            return \is_int($id) ? $id : 0;
        };
        $first = $backend();
        self::assertSame($first, $backend(), 'it is kept');
        self::assertTrue($this->ledger()->getConnection()->fetchOne('SELECT pg_terminate_backend(?, 5000)', [$first]));
        $second = $backend();
        self::assertNotSame($first, $second);
        self::assertSame($second, $backend());
    }

    public function testAWorkerDoesWhatIsAskedForAndStopsWhenTold(): void
    {
        $this->cardOf(3);
        $this->ask();
        $worker = self::worker();
        $this->waitFor(fn (): bool => IntakeState::Done === $this->state() && 0 === $this->messages('work')); // a worker that starts asks for it once more
        $worker->signal(\SIGTERM);
        self::assertSame(0, $worker->wait(), $worker->getErrorOutput());
        self::assertSame(array_fill(0, 3, Outcome::BroughtIn), $this->outcomes());
        self::assertSame(0, $this->messages('work'));
    }

    /** The same work asked for twice, and a worker killed in the middle: it is done once, by another, within half a minute. */
    public function testBetweenTwoPiecesOfWorkAWorkerKeepsNothingToItself(): void
    {
        $locks = $this->service(Locks::class);
        foreach ([new WorkerMessageHandledEvent(new Envelope(new \stdClass()), 'work'), new WorkerMessageFailedEvent(new Envelope(new \stdClass()), 'work', new Interrupted())] as $event) {
            self::assertTrue($locks->take(Lock::Copies, 7) && $locks->isTaken(Lock::Copies, 7));
            $this->service(EventDispatcherInterface::class)->dispatch($event);
            self::assertFalse($locks->isTaken(Lock::Copies, 7));
        }
    }

    public function testWorkOfAKilledWorkerIsDoneByAnotherAndOnce(): void
    {
        $this->cardOf(60);
        $this->ask();
        $this->service(MessageBusInterface::class)->dispatch(new BringIn(1));
        $workers = [self::worker(), self::worker()];
        $this->waitFor(fn (): bool => \count(array_filter($this->outcomes(), static fn (Outcome $outcome): bool => Outcome::BroughtIn === $outcome)) > 5);
        array_map(static fn (Process $worker) => $worker->signal(\SIGKILL), $workers);
        $killed = microtime(true);
        $third = self::worker();
        $this->waitFor(fn (): bool => IntakeState::Done === $this->state());
        self::assertLessThan(30, microtime(true) - $killed);
        $third->stop();
        self::assertSame(array_fill(0, 60, Outcome::BroughtIn), $this->outcomes());
        self::assertCount(61, FolderNames::in($this->store->path.'/2026/2026-05-04'), 'each once, its list of checksums, and nothing temporary');
    }

    public function testAWorkerToldToStopInTheMiddleGivesTheWorkBack(): void
    {
        $this->cardOf(900);
        $this->ask();
        $worker = self::worker();
        $this->waitFor(fn (): bool => IntakeState::Running === $this->state() && [] !== glob($this->store->path.'/2026/*/.*.part'));
        $worker->signal(\SIGTERM);
        self::assertSame(0, $worker->wait(), $worker->getErrorOutput());
        self::assertSame(IntakeState::Waiting, $this->state());
        self::assertGreaterThan(0, $this->messages('work'));
        self::assertSame([], glob($this->store->path.'/*/*/.*.part'));
        $next = self::worker();
        $this->waitFor(fn (): bool => IntakeState::Done === $this->state());
        $next->stop();
        self::assertCount(901, FolderNames::in($this->store->path.'/2026/2026-05-04'));
    }

    public function testWorkThatFailsEachTimeIsOnThePageInWordsAndCanBeTriedAgain(): void
    {
        $this->cardOf(1);
        $this->ask();
        $database = $this->ledger()->getConnection();
        $database->executeStatement("CREATE OR REPLACE FUNCTION break_it() RETURNS trigger LANGUAGE plpgsql AS \$\$ BEGIN IF NEW.state = 'done' THEN RAISE EXCEPTION 'the shelf is full'; END IF; RETURN NEW; END \$\$");
        $database->executeStatement('CREATE OR REPLACE TRIGGER break_it BEFORE UPDATE ON intake FOR EACH ROW EXECUTE FUNCTION break_it()');
        try {
            $worker = self::worker();
            $this->waitFor(fn (): bool => IntakeState::Stopped === $this->state());
            $this->waitFor(fn (): bool => 1 === $this->messages('failed'));
        } finally {
            $database->executeStatement('DROP TRIGGER break_it ON intake');
        }
        $browser = $this->browser();
        $browser->request('GET', '/api/receipts');
        $answer = self::answer($browser);
        $failed = \is_array($answer['failed']) && \is_array($answer['failed'][0]) ? $answer['failed'][0] : [];
        self::assertSame([1, 'Receipt 1'], [$failed['receipt'], $failed['what']]);
        $receipt = \is_array($answer['receipts']) && \is_array($answer['receipts'][0]) ? $answer['receipts'][0] : [];
        self::assertSame('the database refused: the shelf is full', $failed['because']);
        self::assertStringContainsString('happened each time: the database refused: the shelf is full. What is copied and proven stays', \is_string($receipt['stoppedBecause']) ? $receipt['stoppedBecause'] : '');
        $log = (string) shell_exec('cat '.escapeshellarg(Home::fromEnvironment()->path).'/log/ledger-*.log | tail -n 5');
        self::assertMatchesRegularExpression('/^[^\n]* \| error \| app \| Receipt 1: [^\n]*the shelf is full[^\n]* \| receipt=1 \| [^\n]+$/m', $log);
        $browser->request('POST', '/api/failed/'.(\is_string($failed['id']) ? $failed['id'] : '').'/again');
        self::assertSame(204, $browser->getResponse()->getStatusCode());
        $this->waitFor(fn (): bool => IntakeState::Done === $this->state());
        $worker->stop();
        self::assertSame(0, $this->messages('failed'));
        $browser->request('POST', '/api/failed/77/again');
        self::assertSame(404, $browser->getResponse()->getStatusCode());
    }

    public function testAWorkerThatStartsPicksUpWhatNobodyAskedForAnyMore(): void
    {
        $this->cardOf(1);
        $this->start('CARD'); // as when a broker lost the message
        self::assertSame(0, $this->messages('work'));
        $worker = self::worker();
        $this->waitFor(fn (): bool => IntakeState::Done === $this->state());
        $worker->stop();
    }

    /** Ctrl-C and TERM end the command with the code that shells give them; killed, it is gone on with by the next. */
    public function testTheCommandTellsHowItEndedAndGoesOnWithItsOwnDeadRun(): void
    {
        $this->cardOf(1500);
        foreach ([\SIGINT => 130, \SIGTERM => 143] as $signal => $code) {
            $command = $this->command();
            $this->waitFor(fn (): bool => IntakeState::Running === $this->state() && [] !== glob($this->store->path.'/2026/*/.*.part'));
            $command->signal($signal);
            self::assertSame($code, $command->wait(), $command->getErrorOutput());
            self::assertStringContainsString('It was ended on the command line', $command->getOutput());
            self::assertStringContainsString('still to copy', $command->getOutput());
        }
        $command = $this->command();
        $this->waitFor(fn (): bool => IntakeState::Running === $this->state());
        $command->signal(\SIGKILL);
        $command->wait();
        self::assertNotSame(0, $command->getExitCode());
        $last = $this->command();
        self::assertSame(0, $last->wait(), $last->getErrorOutput().$last->getOutput());
        self::assertStringContainsString('Going on with receipt 1, which was cut off.', $last->getErrorOutput());
        self::assertCount(1501, FolderNames::in($this->store->path.'/2026/2026-05-04'), 'each frame once');
    }

    public function testTheTransportIsASetting(): void
    {
        $file = Home::fromEnvironment()->path.'/settings.yaml';
        $settings = (string) file_get_contents($file);
        self::assertSame([], (new QueueSetting(Home::fromEnvironment()))->loadEnvVars());
        file_put_contents($file, $settings."queue: 'in-memory://'\n");
        self::assertSame(['LEDGER_QUEUE' => 'in-memory://'], (new QueueSetting(Home::fromEnvironment()))->loadEnvVars());
        self::bootKernel();
        $this->cardOf(1);
        $this->ask();
        self::assertSame(0, $this->messages('work'), 'work goes where the settings say');
    }

    private function cardOf(int $frames): void
    {
        for ($i = 1; $i <= $frames; ++$i) {
            $this->reader->put(\sprintf('CARD/DCIM/100ORREL/ORL_%04d.JPG', $i), Stills::jpeg('2026-05-04 21:14:09', $i, $i));
        }
    }

    private function ask(): void
    {
        $bus = $this->service(MessageBusInterface::class);
        $this->service(StartIntake::class)->start($this->desk('CARD'), new Wishes(), static fn (Intake $intake) => $bus->dispatch(new BringIn($intake->id())));
    }

    private static function worker(): Process
    {
        $worker = new Process([\PHP_BINARY, \dirname(__DIR__, 2).'/server/console.php', 'messenger:consume', 'work', '--keepalive=5', '--sleep=0.1', '--no-interaction']);
        $worker->start();

        return $worker;
    }

    private function command(): Process
    {
        $command = new Process([\PHP_BINARY, \dirname(__DIR__, 2).'/server/console.php', 'intake', $this->reader->path.'/CARD']);
        $command->setTimeout(60);
        $command->start();

        return $command;
    }

    private function state(): ?IntakeState
    {
        $ledger = $this->service(EntityManagerInterface::class);
        $ledger->clear();

        return $ledger->getRepository(Intake::class)->findOneBy([], ['id' => 'DESC'])?->state();
    }

    private function messages(string $queue): int
    {
        $count = $this->ledger()->getConnection()->fetchOne('SELECT count(*) FROM messenger_messages WHERE queue_name = ?', [$queue]);

        return is_numeric($count) ? (int) $count : -1;
    }

    /** @param \Closure(): bool $come */
    private function waitFor(\Closure $come): void
    {
        for ($until = microtime(true) + 40; !$come();) {
            self::assertLessThan($until, microtime(true), 'it did not come');
            usleep(50_000);
        }
    }
}
