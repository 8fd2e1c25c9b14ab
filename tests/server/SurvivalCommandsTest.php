<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Tester\CommandTester;
use Symfony\Component\Process\Process;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\Tools\PgPrograms;
use VelvetLedger\Server\Work\KeepDump;
use VelvetLedger\Tests\Stills;

/** The ledger's survival on the command line and on its page: dump, restore, restored, goes-on, and the dump before an upgrade. */
final class SurvivalCommandsTest extends LedgerTestCase
{
    protected function setUp(): void
    {
        parent::setUp();
        $this->drives('Bellows');
        $this->reader->put('CARD/DCIM/100ORREL/ORL_0001.JPG', Stills::jpeg('2026-05-04 21:14:09'));
        $this->bringIn('CARD', new Wishes(otherwise: 'boats'));
    }

    public function testDumpEndsWith0OnlyWhenItIsProvenAndAtEveryStoreThatIsThere(): void
    {
        $ran = $this->run_('dump');
        self::assertSame(0, $ran->getStatusCode(), $ran->getDisplay());
        self::assertStringContainsString('Restored into a scratch database', $ran->getDisplay());
        self::assertStringContainsString('It lies at Anvil and Bellows.', $ran->getDisplay());
        $this->drivesAway('Bellows');
        self::assertSame(0, $this->run_('dump')->getStatusCode(), 'one that is away is owed it');
        $this->drivesBack('Bellows');
        (new Process(['rm', '-rf', $this->onDrive('Bellows', 'velvet-ledger')]))->mustRun();
        file_put_contents($this->onDrive('Bellows', 'velvet-ledger'), 'a file');
        $ran = $this->run_('dump');
        self::assertSame(1, $ran->getStatusCode());
        self::assertStringContainsString('velvet-ledger', $ran->getDisplay(), 'says where and why');
    }

    public function testRestoreRefusesWhatItCannotDoAndSaysWhy(): void
    {
        $this->run_('dump');
        foreach ([
            [['store' => $this->onDrive('Bellows')], 'This home has a ledger already, of 1 frame, and stays as it is.'],
            [['store' => $this->onDrive('Bellows'), '--at' => 'yesterday'], '"yesterday" is not a day or a time'],
            [['store' => $this->onDrive('Bellows'), '--at' => '2026-02-30'], '"2026-02-30" is not a day or a time'],
            [['store' => $this->onDrive('Bellows'), '--at' => '2026-05-04 25:00'], 'is not a day or a time'],
        ] as [$with, $said]) {
            $ran = $this->run_('restore', $with);
            self::assertSame(1, $ran->getStatusCode());
            self::assertStringContainsString($said, $ran->getDisplay().$ran->getErrorOutput());
            self::assertStringContainsString('Nothing was restored.', $ran->getDisplay().$ran->getErrorOutput());
        }
        self::assertSame([1], $this->column('SELECT count(*) FROM frame'));
    }

    public function testRestoredFindsAStoreThatIsMountedElsewhere(): void
    {
        rename($this->store->path.'/Bellows', $this->reader->path.'/Elsewhere');
        $ran = $this->run_('restored');
        self::assertStringContainsString('Bellows is not there: "bin/ledger restored" looks through what is there again.', $ran->getDisplay());
        $ran = $this->run_('restored', ['folder' => $this->reader->path.'/Elsewhere/pictures']);
        self::assertSame(0, $ran->getStatusCode());
        self::assertStringContainsString('Bellows: 1 file is where the dump has them.', $ran->getDisplay());
        self::assertSame([$this->reader->path.'/Elsewhere/pictures'], $this->column("SELECT place FROM store WHERE name = 'Bellows'"));
        $this->run_('restored', ['folder' => $this->reader->path.'/CARD']);
        self::assertSame([$this->reader->path.'/Elsewhere/pictures'], $this->column("SELECT place FROM store WHERE name = 'Bellows'"), 'a folder without a mark is no store');
    }

    public function testGoesOnSignsTheStoresThatAreThereWithALaterTurn(): void
    {
        $turn = fn (): array => [$this->column('SELECT turn FROM ledger_identity')[0], ...array_map(fn (string $drive): string => explode(' ', explode("\n", (string) file_get_contents($this->onDrive($drive, '.velvet-ledger-store')))[2])[2], ['Anvil', 'Bellows'])];
        [$now] = $turn();
        self::assertIsInt($now);
        self::assertSame([$now, "$now", "$now"], $turn());
        $ran = $this->run_('goes-on');
        self::assertSame([0, "This ledger goes on at Anvil and Bellows.\n"], [$ran->getStatusCode(), $ran->getDisplay()]);
        self::assertSame([$now + 1, (string) ($now + 1), (string) ($now + 1)], $turn());
        $this->drivesAway('Anvil', 'Bellows');
        self::assertStringContainsString('No store is there;', $this->run_('goes-on')->getDisplay());
        $this->drivesBack('Anvil', 'Bellows');
        self::assertSame([$now + 2, (string) ($now + 1), (string) ($now + 1)], $turn());
        $this->run_('restored');
        self::assertSame([$now + 2, (string) ($now + 2), (string) ($now + 2)], $turn(), 'a store that is back is signed');
    }

    public function testThePageSaysItAndAsksForADump(): void
    {
        $browser = $this->browser();
        $browser->request('GET', '/api/survival');
        $view = (array) json_decode((string) $browser->getResponse()->getContent(), true);
        self::assertSame(['dump', 'warning', 'isUnderWay', 'losses'], array_keys($view));
        self::assertSame(['This ledger was not dumped yet: it lies on this machine alone.', null], [$view['dump'], $view['warning']]);
        $browser->request('POST', '/api/survival/dump', content: '{}');
        self::assertSame(202, $browser->getResponse()->getStatusCode());
        $this->work('dumps');
        $browser->request('GET', '/api/survival');
        self::assertStringContainsString('It lies at Anvil and Bellows.', (string) $browser->getResponse()->getContent());
        self::assertSame('A dump of the ledger', (new KeepDump())->inWords());
    }

    /** As ops/server.sh does it before the tables are changed; a ledger without frames needs none. */
    public function testALedgerOfAnEarlierVersionIsDumpedBeforeItsTablesChange(): void
    {
        $dumps = Home::fromEnvironment()->path.'/dumps';
        $before = static fn (): array => array_values(array_filter(FolderNames::in($dumps), static fn (string $name): bool => str_starts_with($name, 'before_')));
        (new Process(['rm', '-rf', $dumps]))->mustRun();
        for ($i = 0; $i < 5; ++$i) {
            $this->beforeUpgrade();
            self::assertCount(min(3, $i + 1), $before(), 'the last three');
            usleep(1_050_000); // they are called by the second
        }
        $programs = $this->service(PgPrograms::class);
        $scratch = $programs->name().'_upgraded';
        self::assertNull($programs->drop($scratch) ?? $programs->create($scratch) ?? $programs->restore($dumps.'/'.$before()[2], $scratch));
        $restored = $programs->connect($scratch);
        self::assertSame([1, 1], [$restored->fetchOne('SELECT count(*) FROM frame'), $restored->fetchOne('SELECT count(*) FROM shoot')]);
        $restored->close();
        $programs->drop($scratch);
        (new Process(['rm', '-rf', $dumps]))->mustRun();
        $url = (string) getenv('DATABASE_URL');
        $this->beforeUpgrade(preg_replace('#/[a-z_0-9]+\?#', '/postgres?', $url));
        self::assertDirectoryDoesNotExist($dumps, 'where there is nothing yet');
    }

    public function testWhatPostgresqlSaysIsPassedOn(): void
    {
        $programs = $this->service(PgPrograms::class);
        $file = $this->store->put('no.dump', 'no dump');
        self::assertStringStartsWith('pg_restore: ', (string) $programs->restore($file, 'nowhere'));
        self::assertStringContainsString('nowhere', (string) $programs->restore($file, 'nowhere').(string) $programs->dump($this->store->path.'/nowhere/x', 'no-snapshot'));
        self::assertStringStartsWith('createdb: ', (string) $programs->create($programs->name()));
        self::assertNull($programs->drop('there_is_no_such_database'), 'what is not there is gone');
        self::assertFileDoesNotExist($this->store->path.'/nowhere/x');
    }

    private function beforeUpgrade(?string $url = null): void
    {
        $root = \dirname(__DIR__, 2);
        $url ??= (string) getenv('DATABASE_URL');
        $at = (array) parse_url($url);
        $port = $at['port'] ?? 0;
        $home = Home::fromEnvironment()->path;
        file_put_contents($home.'/pg.port', (string) $port);
        try {
            (new Process(['bash', '-c', 'ROOT=$1; source "$ROOT/ops/common.sh"; source "$ROOT/ops/server.sh"; dump_before_upgrade', '-', $root], null, ['LEDGER_HOME' => $home, 'DATABASE_URL' => $url, 'PGPASSWORD' => rawurldecode($at['pass'] ?? '')]))->mustRun();
        } finally {
            unlink($home.'/pg.port');
        }
    }

    /** @param array<string, mixed> $input */
    private function run_(string $verb, array $input = []): CommandTester
    {
        self::ensureKernelShutdown();
        $tester = new CommandTester((new Application(self::bootKernel()))->find($verb));
        $tester->execute($input, ['capture_stderr_separately' => true]);

        return $tester;
    }
}
