<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use VelvetLedger\Server\Tools\PgPrograms;

/** For tests of a ledger on another machine: the same home, on a database beside that of the process. */
trait OtherDatabases
{
    /** @var array{string, string}|null the address of this process's database, and the name of the one in its place */
    private ?array $database = null;

    protected function tearDown(): void
    {
        if (null !== $this->database) {
            [$before, $drill] = $this->database;
            $this->onDatabase($before);
            $this->service(PgPrograms::class)->drop($drill);
        }
        parent::tearDown();
    }

    private function onAnEmptyDatabase(): void
    {
        $drill = $this->service(PgPrograms::class)->name().'_drill';
        $this->service(PgPrograms::class)->drop($drill);
        self::assertNull($this->service(PgPrograms::class)->create($drill));
        $this->database = [(string) getenv('DATABASE_URL'), $drill];
        $this->onDatabase((string) preg_replace('#/[a-z_0-9]+\?#', "/$drill?", $this->database[0]));
    }

    private function onDatabase(string $url): void
    {
        self::ensureKernelShutdown();
        putenv("DATABASE_URL=$url");
        $_ENV['DATABASE_URL'] = $_SERVER['DATABASE_URL'] = $url;
        self::bootKernel();
    }
}
