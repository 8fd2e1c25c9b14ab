<?php

declare(strict_types=1);

/*
 * 20,000 frames of 45 kB filed away to two archives, proven there, and taken off the working drive; beside what anybody would do by
 * hand: "rsync -a" to both, "rsync -ac --dry-run", which reads both sides again, and "rm". The ledger proves by reading what it wrote
 * from the medium, and reads what it takes away. They take turns; the kernel's pages are dropped between.
 * usage: bin/ledger bench filing [FRAMES [KILOBYTES]]
 */

use Doctrine\DBAL\Connection;
use Symfony\Component\DependencyInjection\ContainerInterface;
use Symfony\Component\Process\Process;
use VelvetLedger\Bench\EmptyLedger;
use VelvetLedger\Core\Placing\Verb;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Server\Cards\CardsOnDesk;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Copies\OwedSteps;
use VelvetLedger\Server\Intake\RunIntake;
use VelvetLedger\Server\Intake\StartIntake;
use VelvetLedger\Server\Kernel;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Copies\StepRepository;
use VelvetLedger\Server\Persistence\Copies\StoreRole;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Placing\PlacesShoots;
use VelvetLedger\Server\Placing\ShowsPlaces;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\Stores\ChangeStores;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Tests\Stills;

require dirname(__DIR__).'/vendor/autoload.php';

putenv('APP_ENV=test');
$place = Home::fromEnvironment()->path.'/bench-filing';
[$frames, $kilobytes] = [max(2, (int) ($argv[1] ?? 20_000)), max(1, (int) ($argv[2] ?? 45))];
(new Process(['rm', '-rf', $place]))->run();
foreach (['reader/CARD/DCIM/100ORREL', 'drives/Anvil', 'drives/Coffer', 'drives/Chest', 'hand-1', 'hand-2', 'hand-3'] as $folder) {
    mkdir("$place/$folder", 0o777, true);
}
file_put_contents(Home::fromEnvironment()->path.'/settings.yaml', "readers: ['$place/reader']\nsimulated_drives: '$place/drives'\nstores:\n    main: { name: Anvil, path: '$place/drives/Anvil/p' }\n");
mt_srand(7);
for ($i = 1; $i <= $frames; ++$i) {
    $bytes = Stills::jpeg(gmdate('Y-m-d H:i:s', 1_777_900_000 + $i), $i);
    $bytes .= str_repeat(pack('N', mt_rand()), max(0, intdiv($kilobytes * 1000 - strlen($bytes), 4)));
    $folder = sprintf('%s/reader/CARD/DCIM/%dORREL', $place, 100 + intdiv($i, 9999));
    is_dir($folder) || mkdir($folder);
    file_put_contents(sprintf('%s/ORL_%04d.JPG', $folder, 1 + $i % 9999), $bytes);
}
$kernel = new Kernel('test', false);
$kernel->boot();
$container = $kernel->getContainer()->get('test.service_container');
assert($container instanceof ContainerInterface);
$service = static function (string $class) use ($container): object {
    $found = $container->get($class);

    return $found;
};
[$database, $stores, $readers, $start, $intakes, $change] = array_map($service, [Connection::class, Stores::class, Readers::class, StartIntake::class, RunIntake::class, ChangeStores::class]);
assert($database instanceof Connection && $stores instanceof Stores && $readers instanceof Readers && $start instanceof StartIntake && $intakes instanceof RunIntake && $change instanceof ChangeStores);
EmptyLedger::make($database);
$stores->prepare();
$intake = $start->start(CardsOnDesk::of($readers->at($place.'/reader/CARD')), new Wishes(), static fn (Intake $intake) => null)[0];
$intakes->run($intake->id(), static fn (int $bytes, int $files) => null);
foreach (['Coffer', 'Chest'] as $drive) {
    $change->add("$place/drives/$drive", $drive, StoreRole::Archive, 'p');
}
[$places, $shows, $owed, $steps] = array_map($service, [PlacesShoots::class, ShowsPlaces::class, OwedSteps::class, StepRepository::class]);
assert($places instanceof PlacesShoots && $shows instanceof ShowsPlaces && $owed instanceof OwedSteps && $steps instanceof StepRepository);
(new Process(['cp', '-a', "$place/drives/Anvil/p/.", "$place/hand-1"], null, null, null, null))->mustRun();
$shoots = array_values(array_filter($database->fetchFirstColumn('SELECT id FROM shoot ORDER BY id'), is_int(...)));

$cold = static function (): void {
    (new Process(['bash', '-c', 'sync; echo 3 >/proc/sys/vm/drop_caches'], null, null, null, null))->run();
};
$timed = static function (Closure $do) use ($cold): float {
    $cold();
    $begun = microtime(true);
    $do();

    return microtime(true) - $begun;
};
$carryOut = static function () use ($owed, $steps): void {
    foreach (array_keys($steps->owed()) as $store) {
        $owed->all($store, static fn (int $bytes) => null);
    }
};
$shown = $timed(static fn () => $shows->show(Verb::File, $shoots));
$entered = $timed(static fn () => $places->do(Verb::File, $shoots, null, AskedBy::CommandLine));
$filed = $timed($carryOut);
$toLeave = $timed(static fn () => $places->do(Verb::Leave, $shoots, null, AskedBy::CommandLine));
$left = $timed($carryOut);
if ([] !== $steps->owed() || [] !== glob("$place/drives/Anvil/p/2026/*")) {
    echo "not all of it was filed away\n";
    exit(1);
}
$hand = static fn (string $command): Process => (new Process(['bash', '-c', $command], $place, null, null, null))->mustRun();
$byHand = $timed(static fn () => $hand('for to in hand-2 hand-3; do rsync -a hand-1/ $to/; done; sync'));
$checked = $timed(static fn () => $hand('for to in hand-2 hand-3; do test -z "$(rsync -ac --dry-run --itemize-changes hand-1/ $to/)"; done'));
$removed = $timed(static fn () => $hand('rm -r hand-1; sync'));
printf("%d frames of %d kB to two archives: shown in %.0f ms, entered in %.1f s, copied and proven in %.1f s; leaving entered in %.1f s, read and taken away in %.1f s; %.0f MB of memory\n", $frames, $kilobytes, 1000 * $shown, $entered, $filed, $toLeave, $left, memory_get_peak_usage() / 1e6);
printf("by hand: rsync -a %.1f s, rsync -ac %.1f s, rm %.1f s; ratio of all %.2f, of copying and proving %.2f\n", $byHand, $checked, $removed, ($byHand + $checked + $removed) / ($entered + $filed + $toLeave + $left), ($byHand + $checked) / ($entered + $filed));
(new Process(['rm', '-rf', $place], null, null, null, null))->run();
