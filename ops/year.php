<?php

declare(strict_types=1);

/*
 * Gives the demo its year: "php ops/year.php HOME" brings in a year's jobs from small cards that are made below the home and taken away
 * again, says what they show, judges them, and puts some into albums, all by the ledger's own verbs. Cut anywhere, it goes on with the
 * job that it was at; what is done is not done again.
 */

use Symfony\Bundle\FrameworkBundle\Console\Application;
use Symfony\Component\Console\Input\ArrayInput;
use Symfony\Component\Console\Output\BufferedOutput;
use Symfony\Component\Filesystem\Filesystem;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\StationeryKind;
use VelvetLedger\Demo\Year;
use VelvetLedger\Server\Kernel;
use VelvetLedger\Server\Orders\OrderBook;
use VelvetLedger\Server\Orders\Stationery;
use VelvetLedger\Server\Stamps\SlipBook;

require dirname(__DIR__).'/vendor/autoload.php';

$home = $argv[1] ?? throw new InvalidArgumentException('usage: php ops/year.php HOME');
$files = new Filesystem();
$year = Year::ofTernAndTallow();
$jobs = $year->jobs();
$card = static fn (int $number): string => sprintf('%s/year/CARD_%02d', $home, $number);
$isLast = static fn (int $number): bool => $number === count($jobs) - 1;
// One process paints while the other brings in what is painted.
$painter = pcntl_fork();
if (0 === $painter) {
    foreach (array_keys($jobs) as $number) {
        if (!is_file($card($number).'.done') && !is_dir($card($number))) {
            $files->remove($card($number).'.part');
            $year->write($number, $card($number).'.part', $isLast($number) ? 30 : null);
            rename($card($number).'.part', $card($number));
        }
    }
    exit(0);
}
$kernel = new Kernel('prod', false);
$ledger = new Application($kernel);
$ledger->setAutoExit(false);
$kernel->boot();
[$stationery, $orders, $slips] = array_map($kernel->getContainer()->get(...), [Stationery::class, OrderBook::class, SlipBook::class]);
assert($stationery instanceof Stationery && $orders instanceof OrderBook && $slips instanceof SlipBook);
foreach (Year::slips() as $name => $texts) {
    $stationery->save(StationeryKind::Rights, $name, $texts);
}
$slips->makeDefault('');
foreach (Year::orders() as $order) {
    $orders->save(OrderDocument::read($order));
}
$said = static function (string $verb, array $with) use ($ledger): string {
    $output = new BufferedOutput();
    if (0 !== $ledger->run(new ArrayInput(['command' => $verb, ...$with]), $output) && 'intake' === $verb) {
        fwrite(\STDERR, $output->fetch());
        exit(1);
    }

    return $output->fetch();
};
/** How the frames of a job were judged: of some jobs all, of some the first half, of a few none yet. */
$judged = static function (int $job, string $stem, int $frames): array {
    $set = [];
    for ($i = 1; $i <= (0 === $job % 5 ? 0 : (1 === $job % 5 ? intdiv($frames, 2) : $frames)); ++$i) {
        $name = sprintf('%s_%04d', $stem, $i);
        $set[] = $name.'='.match (true) {
            0 === $i % 11 => '5',
            0 === $i % 6 => '4',
            0 === $i % 4 => 'drop',
            0 === $i % 9 => 'unsure',
            default => 'keep',
        };
        if (0 === $i % 22) {
            $set[] = "$name=label print";
        }
    }

    return $set;
};
foreach ($jobs as $number => $job) {
    if (is_file($card($number).'.done')) {
        continue;
    }
    while (!is_dir($card($number))) {
        if (0 !== pcntl_waitpid($painter, $status, WNOHANG) && !is_dir($card($number))) {
            fwrite(STDERR, "The pictures of {$job['description']} could not be made.\n");
            exit(1);
        }
        usleep(50_000);
        clearstatcache();
    }
    $said('intake', ['source' => [$card($number)], '--description' => $job['description']]);
    $folder = substr($job['date'], 0, 4)."/{$job['date']} {$job['description']}";
    $texts = array_filter(['creator' => 0 === $number % 3 ? 'Bo Tallow' : 'Ada Tern', 'notice' => '© '.substr($job['date'], 0, 4).' Tern & Tallow', 'event' => $job['event'], 'location' => $job['place'], 'city' => 'Quillhaven', 'job' => $job['job']], static fn (string $text): bool => '' !== $text);
    $said('stamp', ['shoot' => $folder, '--set' => array_map(static fn (string $field, string $text): string => "$field=$text", array_keys($texts), $texts), '--keyword' => array_map(static fn (array $path): string => implode(' > ', $path), $job['keywords'])]);
    $set = $judged($number, "{$job['date']}_".strtr($job['description'], ' ', '-'), $job['frames']);
    if ([] !== $set) {
        $said('look', ['shoot' => $folder, '--set' => $set]);
    }
    $files->remove($card($number));
    touch($card($number).'.done');
    if ($isLast($number)) { // its card was not formatted, and has gone on since
        $year->write($number, "$home/reader/KILN");
    }
}
$said('find', ['--of' => 'stars=5', '--into' => 'the year in pictures']);
$said('find', ['words' => ['red', 'boat'], '--into' => 'the red boat']);
// A copy on the second drive that is not what it was.
$copies = glob("$home/drives/Bellows/2025/*autumn fog/*_0007.jpg");
if (false !== $copies && [] !== $copies && !is_file("$home/year/differs.done")) {
    $stream = fopen($copies[0], 'r+');
    if (false !== $stream) {
        fseek($stream, -600, \SEEK_END);
        fwrite($stream, "\0\0\0\0\0\0\0\0");
        fclose($stream);
    }
    touch("$home/year/differs.done");
    $said('prove', ['store' => 'Bellows']);
}
touch("$home/year.made");
