<?php

declare(strict_types=1);

/*
 * An intake to two stores with proof, ledger rows included, beside what anybody could do by hand: "cp -a" to both, "sync",
 * and "xxhsum" of the source and both copies. Caches are dropped before each: by the kernel where this is root, else file
 * by file. The two take turns, so that a drive that slows down slows both.
 * usage: bin/ledger bench copy [ROUNDS]
 */

use Doctrine\DBAL\Connection;
use Symfony\Component\DependencyInjection\ContainerInterface;
use Symfony\Component\Process\Process;
use VelvetLedger\Bench\EmptyLedger;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Server\Cards\CardsOnDesk;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Intake\RunIntake;
use VelvetLedger\Server\Intake\StartIntake;
use VelvetLedger\Server\Kernel;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Tools\PageCache;

require dirname(__DIR__).'/vendor/autoload.php';

putenv('APP_ENV=test');
$place = Home::fromEnvironment()->path.'/bench-copy';
$run = static function (string ...$command) use ($place): void {
    $process = new Process($command, $place, null, null, null);
    $process->mustRun();
};
$cold = static function () use ($place, $run): void {
    $run('sync');
    if (0 === posix_getuid() && false !== @file_put_contents('/proc/sys/vm/drop_caches', '3')) {
        return;
    }
    $cache = new PageCache();
    foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator($place, FilesystemIterator::SKIP_DOTS)) as $file) {
        $cache->forget($file instanceof SplFileInfo ? $file->getPathname() : '');
    }
};
$away = static function (string ...$folders) use ($run): void {
    foreach ($folders as $folder) {
        $run('bash', '-c', "mkdir -p away && mv $folder away/\$(date +%s%N) && mkdir $folder");
    }
};
$byHand = static function () use ($run, $cold, $away): float {
    $cold();
    $begun = microtime(true);
    $run('bash', '-c', 'cp -a reader/CARD hand-1/ && cp -a reader/CARD hand-2/ && sync');
    $copied = microtime(true) - $begun;
    $cold();
    $begun = microtime(true);
    $run('bash', '-c', 'find reader/CARD hand-1 hand-2 -type f -print0 | xargs -0 xxhsum -H2 > sums');
    $all = $copied + microtime(true) - $begun;
    $away('hand-1', 'hand-2');

    return $all;
};
$ours = static function () use ($place, $cold, $away): array {
    $away('drives/Anvil', 'drives/Bellows');
    $kernel = new Kernel('test', false);
    $kernel->boot();
    $container = $kernel->getContainer()->get('test.service_container');
    assert($container instanceof ContainerInterface);
    $service = static function (string $class) use ($container): object {
        $found = $container->get($class);

        return $found;
    };
    $database = $service(Connection::class);
    assert($database instanceof Connection);
    EmptyLedger::make($database);
    [$stores, $readers, $start, $intakes] = array_map($service, [Stores::class, Readers::class, StartIntake::class, RunIntake::class]);
    assert($stores instanceof Stores && $readers instanceof Readers && $start instanceof StartIntake && $intakes instanceof RunIntake);
    $stores->prepare();
    $intake = $start->start(CardsOnDesk::of($readers->at($place.'/reader/CARD')), new Wishes(), static fn (Intake $intake) => null)[0];
    $cold();
    gc_collect_cycles();
    memory_reset_peak_usage();
    $begun = microtime(true);
    $intakes->run($intake->id(), static fn (int $bytes, int $files) => null);
    $seconds = microtime(true) - $begun;
    $proven = $database->fetchOne("SELECT count(*) FROM copy WHERE state = 'proven'");
    $peak = memory_get_peak_usage();
    $kernel->shutdown();

    return [$seconds, is_numeric($proven) ? (int) $proven : 0, $peak];
};

$rounds = max(1, (int) ($argv[1] ?? 3));
foreach ([[300, 7_500_000], [3000, 45_000]] as [$files, $bytes]) {
    (new Process(['rm', '-rf', $place]))->run();
    mkdir($place, 0o777, true);
    foreach (['reader/CARD/DCIM/100ORREL', 'drives/Anvil', 'drives/Bellows', 'hand-1', 'hand-2'] as $folder) {
        mkdir("$place/$folder", 0o777, true);
    }
    file_put_contents(Home::fromEnvironment()->path.'/settings.yaml', "readers: ['$place/reader']\nsimulated_drives: '$place/drives'\nstores:\n    main: { name: Anvil, path: '$place/drives/Anvil/p' }\n    mirrors: [{ name: Bellows, path: '$place/drives/Bellows/p' }]\n");
    $body = random_bytes($bytes);
    for ($i = 1; $i <= $files; ++$i) {
        file_put_contents(sprintf('%s/reader/CARD/DCIM/100ORREL/ORL_%04d.JPG', $place, $i), "\xFF\xD8".pack('N', $i).substr($body, 8)."\xFF\xD9");
    }
    $theirs = $own = [];
    $peak = 0;
    for ($round = 0; $round < $rounds; ++$round) {
        $theirs[] = $byHand();
        [$own[], $proven, $used] = $ours();
        $peak = max($peak, $used);
        if ($proven !== 2 * $files) {
            echo "only $proven copies are proven\n";
            exit(1);
        }
    }
    sort($theirs);
    sort($own);
    $middle = intdiv($rounds, 2);
    printf("%5d files of %s kB to two stores: %.1f s (%.1f to %.1f), by hand %.1f s (%.1f to %.1f), ratio %.2f, %.0f MB of memory\n", $files, number_format($bytes / 1000), $own[$middle], $own[0], end($own), $theirs[$middle], $theirs[0], end($theirs), $theirs[$middle] / $own[$middle], $peak / 1e6);
}
(new Process(['rm', '-rf', $place]))->run();
