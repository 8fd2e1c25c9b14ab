<?php

declare(strict_types=1);

/*
 * 3,000 frames numbered anew at two stores, each name going on by one, so that every file waits for the one before; beside what
 * anybody could do by hand: a loop of "mv -n" from the last to the first, on both drives. The plan alone is told apart, for a page
 * shows it. They take turns.
 * usage: bin/ledger bench moves [ROUNDS [FRAMES]]
 */

use Doctrine\DBAL\Connection;
use Symfony\Component\DependencyInjection\ContainerInterface;
use Symfony\Component\Process\Process;
use VelvetLedger\Bench\EmptyLedger;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Keeping\KeepingWish;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Server\Cards\CardsOnDesk;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Copies\OwedSteps;
use VelvetLedger\Server\Intake\RunIntake;
use VelvetLedger\Server\Intake\StartIntake;
use VelvetLedger\Server\Keeping\KeepsShoots;
use VelvetLedger\Server\Kernel;
use VelvetLedger\Server\Persistence\Changes\AskedBy;
use VelvetLedger\Server\Persistence\Copies\StepRepository;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Tests\Stills;

require dirname(__DIR__).'/vendor/autoload.php';

putenv('APP_ENV=test');
$place = Home::fromEnvironment()->path.'/bench-moves';
[$rounds, $frames] = [max(1, (int) ($argv[1] ?? 5)), max(2, (int) ($argv[2] ?? 3000))];
(new Process(['rm', '-rf', $place]))->run();
foreach (['reader/CARD/DCIM/100ORREL', 'drives/Anvil', 'drives/Bellows', 'hand-1', 'hand-2'] as $folder) {
    mkdir("$place/$folder", 0o777, true);
}
file_put_contents(Home::fromEnvironment()->path.'/settings.yaml', "readers: ['$place/reader']\nsimulated_drives: '$place/drives'\nstores:\n    main: { name: Anvil, path: '$place/drives/Anvil/p' }\n    mirrors: [{ name: Bellows, path: '$place/drives/Bellows/p' }]\n");
for ($i = 1; $i <= $frames; ++$i) {
    file_put_contents(sprintf('%s/reader/CARD/DCIM/100ORREL/ORL_%04d.JPG', $place, $i), Stills::jpeg(gmdate('Y-m-d H:i:s', 1_777_900_000 + $i), $i));
    foreach (['hand-1', 'hand-2'] as $hand) {
        copy(sprintf('%s/reader/CARD/DCIM/100ORREL/ORL_%04d.JPG', $place, $i), sprintf('%s/%s/2026-05-04_%04d.jpg', $place, $hand, $i));
    }
}
$kernel = new Kernel('test', false);
$kernel->boot();
$container = $kernel->getContainer()->get('test.service_container');
assert($container instanceof ContainerInterface);
$service = static function (string $class) use ($container): object {
    $found = $container->get($class);

    return $found;
};
[$database, $stores, $readers, $start, $intakes] = array_map($service, [Connection::class, Stores::class, Readers::class, StartIntake::class, RunIntake::class]);
assert($database instanceof Connection && $stores instanceof Stores && $readers instanceof Readers && $start instanceof StartIntake && $intakes instanceof RunIntake);
EmptyLedger::make($database);
$stores->prepare();
$intake = $start->start(CardsOnDesk::of($readers->at($place.'/reader/CARD')), new Wishes(), static fn (Intake $intake) => null)[0];
$intakes->run($intake->id(), static fn (int $bytes, int $files) => null);
[$keeps, $shoots, $owed, $steps] = array_map($service, [KeepsShoots::class, ShootRepository::class, OwedSteps::class, StepRepository::class]);
assert($keeps instanceof KeepsShoots && $shoots instanceof ShootRepository && $owed instanceof OwedSteps && $steps instanceof StepRepository);

$byHand = static function (int $round) use ($place, $frames): float {
    [$from, $to, $order] = 0 === $round % 2 ? [0, 1, 'seq '.$frames.' -1 1'] : [1, 0, 'seq 1 '.$frames];
    $begun = microtime(true);
    (new Process(['bash', '-c', "for hand in hand-1 hand-2; do cd \$hand; for n in $($order); do mv -n \"2026-05-04_\$(printf %04d \$((n + $from))).jpg\" \"2026-05-04_\$(printf %04d \$((n + $to))).jpg\"; done; cd ..; done; sync"], $place, null, null, null))->mustRun();

    return microtime(true) - $begun;
};
$middle = static function (float ...$of): float {
    sort($of);

    return $of[intdiv(count($of), 2)] ?? 0.0;
};
$hand = $plan = $enter = $carry = [];
for ($round = 0; $round < $rounds; ++$round) {
    $wish = KeepingWish::read(Fields::of(['names' => 'anew', 'from' => 0 === $round % 2 ? 2 : 1]));
    $begun = microtime(true);
    $keeps->show($shoots->find(1), $wish);
    $plan[] = microtime(true) - $begun;
    $begun = microtime(true);
    $keeps->do($shoots->find(1), $wish, AskedBy::CommandLine);
    $enter[] = microtime(true) - $begun;
    $begun = microtime(true);
    foreach (array_keys($steps->owed()) as $store) {
        $owed->all($store, static fn (int $bytes) => null);
    }
    $carry[] = microtime(true) - $begun;
    if ([] !== $steps->owed()) {
        echo "not all of it was carried out\n";
        exit(1);
    }
    $hand[] = $byHand($round);
}
printf("%d frames numbered anew at two stores: shown in %.0f ms, entered in %.0f ms, carried out in %.1f s; by hand (mv) %.1f s, ratio %.2f; %.0f MB of memory\n", $frames, 1000 * $middle(...$plan), 1000 * $middle(...$enter), $middle(...$carry), $middle(...$hand), $middle(...$hand) / ($middle(...$enter) + $middle(...$carry)), memory_get_peak_usage() / 1e6);
(new Process(['rm', '-rf', $place]))->run();
