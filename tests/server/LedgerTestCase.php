<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\KernelBrowser;
use Symfony\Bundle\FrameworkBundle\Test\KernelTestCase;
use Symfony\Component\BrowserKit\Cookie;
use Symfony\Component\HttpKernel\KernelInterface;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Messenger\Stamp\ReceivedStamp;
use Symfony\Component\Messenger\Transport\TransportInterface;
use VelvetLedger\Bench\EmptyLedger;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Receipt\Outcome;
use VelvetLedger\Core\Stamp\Embeds;
use VelvetLedger\Core\Stamp\EmbedsInHeads;
use VelvetLedger\Core\Stamp\IptcNames;
use VelvetLedger\Server\Cards\CardsOnDesk;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Copies\OwedSteps;
use VelvetLedger\Server\Http\Access\Session;
use VelvetLedger\Server\Intake\GoOn;
use VelvetLedger\Server\Intake\Interrupted;
use VelvetLedger\Server\Intake\RunIntake;
use VelvetLedger\Server\Intake\StartIntake;
use VelvetLedger\Server\Persistence\Copies\StepRepository;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Intakes\ReceiptLine;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Tools\EmbedsWithExifTool;
use VelvetLedger\Server\Tools\ExifToolReader;
use VelvetLedger\Server\Tools\IptcNamesOfExifTool;
use VelvetLedger\Tests\Folder;

/** A ledger with an empty database, one reader and one store of the test's own. */
abstract class LedgerTestCase extends KernelTestCase
{
    protected Folder $reader;
    protected Folder $store;

    private static ?EmbedsWithExifTool $exifTool = null;
    private static ?IptcNamesOfExifTool $names = null;
    private static ?ExifToolReader $reads = null;

    /**
     * A kernel whose ExifTool is that of the kernels before it: it takes half a second to start, and remembers nothing of what was asked.
     *
     * @param array<mixed> $options
     */
    protected static function bootKernel(array $options = []): KernelInterface
    {
        $kernel = parent::bootKernel($options);
        self::getContainer()->set(ExifToolReader::class, self::$reads ??= new ExifToolReader());
        self::getContainer()->set(Embeds::class, new EmbedsInHeads(self::$exifTool ??= new EmbedsWithExifTool()));
        self::getContainer()->set(IptcNames::class, self::$names ??= new IptcNamesOfExifTool());

        return $kernel;
    }

    protected function setUp(): void
    {
        $this->reader = new Folder();
        $this->store = new Folder();
        $this->settings();
        self::bootKernel();
        EmptyLedger::make($this->ledger()->getConnection());
        $this->service(Stores::class)->prepare();
    }

    protected function tearDown(): void
    {
        parent::tearDown();
        restore_exception_handler();
    }

    protected function settings(?string $store = null, string $name = 'Main'): void
    {
        file_put_contents(Home::fromEnvironment()->path.'/settings.yaml', \sprintf("readers: ['%s']\nstores:\n    main: { name: %s, path: '%s' }\n", $this->reader->path, $name, $store ?? $this->store->path));
    }

    /** A ledger with a main store and mirrors, each on a simulated drive of its own below $this->store. */
    protected function drives(string ...$mirrors): void
    {
        $place = fn (string $name): string => \sprintf("{ name: %s, path: '%s/%s/pictures' }", $name, $this->store->path, $name);
        foreach (['Anvil', ...$mirrors] as $name) {
            mkdir($this->store->path.'/'.$name);
        }
        file_put_contents(Home::fromEnvironment()->path.'/settings.yaml', \sprintf("readers: ['%s']\nsimulated_drives: '%s'\nstores:\n    main: %s\n    mirrors: [%s]\n", $this->reader->path, $this->store->path, $place('Anvil'), implode(', ', array_map($place, $mirrors))));
        self::ensureKernelShutdown();
        self::bootKernel();
        EmptyLedger::make($this->ledger()->getConnection());
        $this->service(Stores::class)->prepare();
    }

    protected function drivesAway(string ...$drives): void
    {
        array_map(fn (string $drive): bool => rename($this->store->path.'/'.$drive, $this->store->path.'/.'.$drive), $drives);
    }

    protected function drivesBack(string ...$drives): void
    {
        array_map(fn (string $drive): bool => rename($this->store->path.'/.'.$drive, $this->store->path.'/'.$drive), $drives);
    }

    /** Below a drive's store. */
    protected function onDrive(string $drive, string $path = ''): string
    {
        return rtrim($this->store->path.'/'.$drive.'/pictures/'.$path, '/');
    }

    /** From the beginning of a test on a second passes whenever the clock is looked at: how far a run is is told after each step. */
    protected function secondsPass(): void
    {
        self::getContainer()->set('clock', new CuttingClock());
    }

    /** @return list<mixed> the first column */
    protected function column(string $query): array
    {
        return $this->ledger()->getConnection()->fetchFirstColumn($query);
    }

    /**
     * A service that remembers nothing of what went before.
     *
     * @template T of object
     *
     * @param class-string<T> $class
     *
     * @return T
     */
    protected function fresh(string $class): object
    {
        $this->restart();

        return $this->service($class);
    }

    protected function restart(): void
    {
        self::ensureKernelShutdown();
        self::bootKernel();
    }

    /**
     * Carries out what stores are owed.
     *
     * @param int|null $cutAfter so many files, at whichever store, and gone on with once
     */
    protected function carryOutSteps(?int $cutAfter = null): void
    {
        $at = 0;
        foreach (null === $cutAfter ? [null] : [$cutAfter, null] as $cut) {
            try {
                foreach (array_keys($this->service(StepRepository::class)->owed()) as $store) {
                    $this->service(OwedSteps::class)->all($store, static fn () => null !== $cut && $at++ === $cut ? throw new Interrupted() : null);
                }
            } catch (Interrupted) {
                $this->restart();
            }
        }
    }

    protected function ledger(): EntityManagerInterface
    {
        return $this->service(EntityManagerInterface::class);
    }

    /**
     * @template T of object
     *
     * @param class-string<T> $class
     *
     * @return T
     */
    protected function service(string $class): object
    {
        $service = self::getContainer()->get($class);
        \assert($service instanceof $class);

        return $service;
    }

    protected function card(string $label): Volume
    {
        return $this->service(Readers::class)->at($this->reader->path.'/'.$label);
    }

    protected function desk(string ...$labels): CardsOnDesk
    {
        return CardsOnDesk::of(...array_map($this->card(...), $labels));
    }

    protected function start(string $card, Wishes $wishes = new Wishes()): Intake
    {
        return $this->service(StartIntake::class)->start($this->desk($card), $wishes, static fn (Intake $intake) => null)[0];
    }

    /** What waits in a lane is done, until nothing does. */
    protected function work(string $lane = 'work'): void
    {
        $transport = self::getContainer()->get('messenger.transport.'.$lane);
        \assert($transport instanceof TransportInterface);
        while ([] !== $some = [...$transport->get()]) {
            foreach ($some as $envelope) {
                $this->service(MessageBusInterface::class)->dispatch($envelope->with(new ReceivedStamp($lane)));
                $transport->ack($envelope);
            }
        }
    }

    /** @param (\Closure(int, int): mixed)|null $watch */
    protected function bringOn(int $intake, ?\Closure $watch = null): Intake
    {
        return $this->service(RunIntake::class)->run($intake, $watch ?? static fn (int $bytes, int $files) => null);
    }

    protected function goOn(int $receipt): Intake
    {
        $this->service(GoOn::class)->with($receipt, static fn (Intake $intake) => null);

        return $this->bringOn($receipt);
    }

    protected function bringIn(string $card, Wishes $wishes = new Wishes()): Intake
    {
        return $this->bringOn($this->start($card, $wishes)->id());
    }

    /** @return list<ReceiptLine> of all receipts, in order */
    protected function lines(): array
    {
        $this->ledger()->clear();

        return $this->ledger()->getRepository(ReceiptLine::class)->findBy([], ['intake' => 'ASC', 'position' => 'ASC']);
    }

    /** @return list<Outcome> */
    protected function outcomes(): array
    {
        return array_map(static fn (ReceiptLine $line): Outcome => $line->outcome(), $this->lines());
    }

    /** A browser that holds the access token's session. */
    protected function browser(): KernelBrowser
    {
        $browser = new JsonBrowser(self::bootKernel());
        $browser->disableReboot();
        $browser->setServerParameter('HTTP_HOST', '127.0.0.1:7410');
        $session = (new Session(Home::fromEnvironment()))->cookie();
        $browser->getCookieJar()->set(new Cookie($session->getName(), (string) $session->getValue()));

        return $browser;
    }

    /** @return array<mixed> the decoded answer */
    protected static function answer(KernelBrowser $browser): array
    {
        $decoded = json_decode((string) $browser->getResponse()->getContent(), true);

        return \is_array($decoded) ? $decoded : [];
    }
}
