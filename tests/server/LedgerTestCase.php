<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Bundle\FrameworkBundle\KernelBrowser;
use Symfony\Bundle\FrameworkBundle\Test\KernelTestCase;
use Symfony\Component\BrowserKit\Cookie;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Http\GateKeeper;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Tests\Folder;

/** A ledger with an empty database, one reader and one store of the test's own. */
abstract class LedgerTestCase extends KernelTestCase
{
    protected Folder $reader;
    protected Folder $store;

    protected function setUp(): void
    {
        $this->reader = new Folder();
        $this->store = new Folder();
        $this->store->put('.velvet-ledger-store', 'Main');
        $this->settings();
        self::bootKernel();
        $this->ledger()->getConnection()->executeStatement('TRUNCATE standing_order, last_order, stationery, job, copy, ledger_file, frame, receipt_line, day_book_entry, shoot, intake RESTART IDENTITY CASCADE');
    }

    protected function tearDown(): void
    {
        parent::tearDown();
        restore_exception_handler();
    }

    protected function settings(?string $store = null): void
    {
        file_put_contents(Home::fromEnvironment()->path.'/settings.yaml', \sprintf("readers: ['%s']\nstores:\n    main: { name: Main, path: '%s' }\n", $this->reader->path, $store ?? $this->store->path));
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
        return new Volume($this->reader->path.'/'.$label);
    }

    /** A browser that holds the access token's session. */
    protected function browser(): KernelBrowser
    {
        $browser = new KernelBrowser(self::bootKernel());
        $browser->disableReboot();
        $browser->setServerParameter('HTTP_HOST', '127.0.0.1:7410');
        $browser->getCookieJar()->set(new Cookie(GateKeeper::COOKIE, hash_hmac('sha256', 'ledger session', Home::fromEnvironment()->token())));

        return $browser;
    }

    /** @return array<mixed> the decoded answer */
    protected static function answer(KernelBrowser $browser): array
    {
        $decoded = json_decode((string) $browser->getResponse()->getContent(), true);

        return \is_array($decoded) ? $decoded : [];
    }
}
