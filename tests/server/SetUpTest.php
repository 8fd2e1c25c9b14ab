<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\server;

use PHPUnit\Framework\TestCase;
use Symfony\Component\Process\Process;
use VelvetLedger\Tests\Folder;

/** What bin/ledger says when the machine is not as it should be, and that it ends only what it started. */
final class SetUpTest extends TestCase
{
    public function testAPortInUseIsSaidWithWhatToDo(): void
    {
        $server = stream_socket_server('tcp://127.0.0.1:0');
        self::assertNotFalse($server);
        $port = substr((string) strrchr((string) stream_socket_get_name($server, false), ':'), 1);
        [$code, $said] = self::shell('LEDGER_PORT='.$port.' LEDGER_VERB=start start_server');
        self::assertSame(1, $code);
        self::assertStringContainsString("Port $port on 127.0.0.1 is in use by another program.", $said);
        self::assertStringContainsString('LEDGER_PORT=7500 bin/ledger start', $said);
    }

    public function testWithoutSudoThePackagesAreNamedWithTheCommandForRoot(): void
    {
        [$code, $said] = self::shell('id() { echo 1000; }; command() { [ "$2" = sudo ] && return 1; builtin command "$@"; }; install_debian_packages no-such-package-here');
        self::assertSame(1, $code);
        self::assertStringContainsString('there is no sudo to install them with. As root, run: apt-get install --no-install-recommends no-such-package-here', $said);
    }

    public function testAFullDiskIsSaidBeforeAnythingIsWritten(): void
    {
        [$code, $said] = self::shell('need_room "$LEDGER_HOME" 999999999');
        self::assertSame(1, $code);
        self::assertMatchesRegularExpression('/There are \d+ MB free below .* and 999999999 MB are needed/', $said);
    }

    public function testADatabaseThatDoesNotStartShowsItsLastWords(): void
    {
        $home = new Folder();
        mkdir($home->path.'/pg', 0o700);
        $home->put('pg/PG_VERSION', "15\n");
        $home->put('pg.password', 'x');
        chmod($home->path, 0o755);
        shell_exec('[ "$(id -u)" -eq 0 ] && chown -R postgres '.escapeshellarg($home->path.'/pg'));
        [$code, $said] = self::shell('start_postgres', $home);
        self::assertSame(1, $code);
        self::assertStringContainsString('did not start; its last words are above. Nothing was changed in it.', $said);
    }

    /** Previews, settings and logs are nobody else's; where root's database lies in the home, its user can pass through, and not look. */
    public function testNobodyElseLooksIntoAHome(): void
    {
        $home = new Folder();
        chmod($home->path, 0o755);
        mkdir($home->path.'/cache', 0o755);
        [$code, $said] = self::shell('make_home', $home);
        self::assertSame(0, $code, $said);
        clearstatcache();
        $mode = static fn (string $name): string => decoct((int) fileperms($home->path.'/'.$name) & 0o777);
        self::assertSame(['700', '700', '700', '600', '600'], array_map($mode, ['cache', 'log', 'doors', 'settings.yaml', 'token']));
        self::assertContains($mode(''), ['700', '711']);
    }

    public function testOnlyAProcessOfItsOwnIsEnded(): void
    {
        $stranger = new Process(['sleep', '60']);
        $stranger->start();
        $home = new Folder();
        $home->put('run/nginx.pid', (string) $stranger->getPid());
        self::shell('end_process "$LEDGER_HOME/run/nginx.pid" "$LEDGER_HOME"', $home);
        self::assertTrue($stranger->isRunning(), 'the pid file names a process that is not ours');
        [, $pid] = self::shell('sleep 61 & echo $! >"$LEDGER_HOME/run/nginx.pid"; cat "$LEDGER_HOME/run/nginx.pid"; end_process "$LEDGER_HOME/run/nginx.pid" "sleep 61"', $home);
        self::assertFalse(posix_kill((int) $pid, 0));
        $stranger->stop(0);
    }

    /** A home may lie on a drive, which is mounted elsewhere on another machine. */
    public function testTheDatabaseIsInTheHomeWhereverThatIsMounted(): void
    {
        $home = new Folder();
        $home->put('pg.place', '/media/where/it/was/pg');
        self::assertSame('/media/where/it/was/pg', self::shell('pg_place', $home)[1], 'of a cluster that lies elsewhere');
        $home->put('pg/PG_VERSION', '15');
        self::assertSame([$home->path.'/pg', $home->path.'/pg'], [self::shell('pg_place', $home)[1], (string) file_get_contents($home->path.'/pg.place')]);
    }

    public function testStoppingAsksAllOfThemAndThenWaits(): void
    {
        $home = new Folder();
        [, $seconds] = self::shell('mkdir "$LEDGER_HOME/run"; for i in 1 2 3; do bash -c "trap \'sleep 1; exit\' TERM; while :; do sleep 0.1; done" "$LEDGER_HOME" & echo $! >"$LEDGER_HOME/run/look-$i.pid"; done; sleep 0.3; SECONDS=0; stop_php; jobs -r | wc -l; ls "$LEDGER_HOME/run" | wc -l', $home);
        self::assertSame("0\n0", trim($seconds));
    }

    public function testAnUnknownVerbPrintsTheVerbsAndFails(): void
    {
        $ran = new Process([\dirname(__DIR__, 2).'/bin/ledger', 'fly']);
        $ran->run();
        self::assertSame(2, $ran->getExitCode());
        self::assertStringContainsString('bin/ledger intake SOURCE', $ran->getOutput());
    }

    public function testTheFirstSettingsNameTheUsualMountPoints(): void
    {
        $home = new Folder();
        self::shell('make_home', $home);
        $settings = (string) file_get_contents($home->path.'/settings.yaml');
        foreach (['/media/*', '/run/media/*', '/Volumes', 'Velvet Ledger', 'umount'] as $words) {
            self::assertStringContainsString($words, $settings);
        }
        self::assertSame('0600', substr(\sprintf('%o', (int) fileperms($home->path.'/token')), -4));
        self::assertSame(24, \strlen((string) file_get_contents($home->path.'/token')));
    }

    public function testEachPrintedAddressIsNewAndLeavesOnlyItsHash(): void
    {
        $home = new Folder();
        [, $printed] = self::shell('make_home; echo 7410 >"$LEDGER_HOME/run/port"; touch -d "2 days ago" "$LEDGER_HOME/doors/old"; address; address', $home);
        self::assertSame(2, preg_match_all('/word=([\w-]{24})$/m', $printed, $words));
        self::assertNotSame($words[1][0], $words[1][1]);
        self::assertEqualsCanonicalizing(array_map(static fn (string $word): string => hash('sha256', $word), $words[1]), array_diff((array) scandir($home->path.'/doors'), ['.', '..']));
        foreach (['fpm', 'nginx', 'php', 'worker'] as $log) {
            self::assertSame('0600', substr(\sprintf('%o', (int) fileperms("$home->path/log/$log.log")), -4));
        }
    }

    /** Root gives its ledger to whoever may write to its pictures, and goes on as that one; nobody else gives anything away. */
    public function testStartedByRootALedgerRunsAsAnother(): void
    {
        $home = new Folder();
        mkdir($home->path.'/pictures');
        file_put_contents($home->path.'/settings.yaml', "stores: { main: { name: Main, path: '{$home->path}/pictures/not there yet' } }");
        $owner = static fn (): string => posix_getpwuid((int) fileowner($home->path))['name'] ?? '';
        $give = 'find_php; stop_server() { :; }; reaches_all() { [ "$1" != daemon ]; }; LEDGER_VERB=start; give_home_away';
        [$code, $said] = self::shell($give, $home);
        self::assertSame(0, $code, $said);
        if (0 !== posix_geteuid()) {
            self::assertSame('', $said);

            return;
        }
        self::assertStringContainsString('LEDGER_USER=name bin/ledger start', $said, 'root alone may write there');
        self::assertSame([0, 'root'], [self::shell('export LEDGER_USER=daemon; '.$give, $home)[0], $owner()], 'who cannot read the programs cannot run them');
        self::assertStringContainsString('There is no user nobody-at-all', self::shell('export LEDGER_USER=nobody-at-all; '.$give, $home)[1]);
        chown($home->path.'/pictures', 'nobody');
        [$code, $said] = self::shell($give, $home);
        clearstatcache();
        self::assertSame([0, '', 'nobody'], [$code, $said, $owner()]);
        self::assertStringContainsString('runuser -u nobody', self::shell('exec() { echo "$@"; }; LEDGER_SAID=(start); as_its_owner', $home)[1]);
        chown($home->path, 'root');
    }

    /** @return array{int, string} exit code and all that was said */
    private static function shell(string $script, ?Folder $home = null): array
    {
        $home ??= new Folder();
        $ops = \dirname(__DIR__, 2).'/ops';
        $run = new Process(['bash', '-c', "for part in common packages postgres server owner; do source $ops/\$part.sh; done; $script"], null, ['LEDGER_HOME' => $home->path, 'HOME' => $home->path], null, 60);
        $run->run();

        return [(int) $run->getExitCode(), $run->getOutput().$run->getErrorOutput()];
    }
}
