<?php

declare(strict_types=1);

/*
 * Stamps: 1,000 JPEGs stamped inside, each with its picture compared before and after, beside one run of ExifTool that
 * writes the same; 3,000 raws with sidecars and as many small JPEGs stamped inside, each beside the same intake without a stamp,
 * at two stores, flushed and read back; and a vocabulary of 20,000 words.
 * usage: bin/ledger bench stamps [JPEGS] [SIDECARS]
 */

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\DependencyInjection\ContainerInterface;
use Symfony\Component\Process\Process;
use VelvetLedger\Bench\EmptyLedger;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Stamp\Embedding;
use VelvetLedger\Core\Stamp\EmbedsInHeads;
use VelvetLedger\Core\Stamp\Keyword;
use VelvetLedger\Core\Stamp\Stamp;
use VelvetLedger\Core\Stamp\StampField;
use VelvetLedger\Core\Stamp\StampsXmp;
use VelvetLedger\Core\Stamp\StampTexts;
use VelvetLedger\Server\Cards\CardsOnDesk;
use VelvetLedger\Server\Cards\Readers;
use VelvetLedger\Server\Intake\RunIntake;
use VelvetLedger\Server\Intake\StartIntake;
use VelvetLedger\Server\Kernel;
use VelvetLedger\Server\Persistence\Intakes\Intake;
use VelvetLedger\Server\Persistence\Stamps\KeywordRepository;
use VelvetLedger\Server\Settings\Home;
use VelvetLedger\Server\Stamps\Vocabulary;
use VelvetLedger\Server\Stores\Stores;
use VelvetLedger\Server\Tools\EmbedsWithExifTool;
use VelvetLedger\Server\Tools\IptcNamesOfExifTool;
use VelvetLedger\Tests\Stills;

require dirname(__DIR__).'/vendor/autoload.php';

putenv('APP_ENV=test');
$jpegs = (int) ($argv[1] ?? 1000);
$sidecars = (int) ($argv[2] ?? 3000);
$padding = random_bytes(max(1, 1_000_000 * (int) ($argv[3] ?? 0))); // what a raw has beside its directory, MB
$place = Home::fromEnvironment()->path.'/bench-stamps';
$run = static fn (string ...$command): Process => (new Process($command, $place, null, null, null))->mustRun();
(new Process(['rm', '-rf', $place]))->mustRun();
foreach (['card', 'ours', 'theirs', 'reader/CARD/DCIM/100ORREL', 'reader/SMALL/DCIM/100ORREL', 'drives/Anvil', 'drives/Bellows'] as $folder) {
    mkdir("$place/$folder", 0o777, true);
}

// A picture of about 1.5 MB with what a camera writes in it.
mt_srand(7);
$picture = imagecreatetruecolor(1800, 1200);
assert(false !== $picture);
for ($i = 0; $i < 60_000; ++$i) {
    imagefilledellipse($picture, mt_rand(0, 1799), mt_rand(0, 1199), mt_rand(2, 12), mt_rand(2, 12), mt_rand(0, 0xFFFFFF));
}
imagejpeg($picture, "$place/card/0.jpg", 90);
$run('exiftool', '-q', '-overwrite_original', '-Make=Orrel', '-Model=Orrel M4', '-DateTimeOriginal=2026:05:04 21:14:09', '-ISO=800', 'card/0.jpg');
for ($i = 1; $i < $jpegs; ++$i) {
    copy("$place/card/0.jpg", "$place/card/$i.jpg");
}
$run('sync');
printf("%d JPEGs of %.1f MB\n", $jpegs, (int) filesize("$place/card/0.jpg") / 1e6);

$texts = StampTexts::of(StampField::Creator, 'Ada Tern')->with(StampField::Notice, '© 2026 Tern & Tallow')->with(StampField::UsageTerms, 'No use without leave.')->with(StampField::Mail, 'desk@tern.example');
$stamp = new Stamp($texts, [new Keyword(['places', 'Quillhaven'], ['places']), new Keyword(['lanterns'])]);
$run('sync');
$begun = microtime(true);
$stamps = new StampsXmp(new IptcNamesOfExifTool());
$embeds = new EmbedsInHeads(new EmbedsWithExifTool());
for ($asked = 0, $answered = 0; $answered < $jpegs;) {
    for (; $asked < $jpegs && $asked - $answered < 64; ++$asked) {
        $embeds->ask($asked, Embedding::prepare($stamps, "$place/card/$asked.jpg", "$place/ours/$asked.jpg", $stamp));
    }
    foreach ($embeds->answers() as $failure) {
        null === $failure || throw $failure;
        ++$answered;
    }
}
$run('sync');
$ours = microtime(true) - $begun;
$begun = microtime(true);
$run('exiftool', '-q', '-charset', 'exif=UTF8', '-XMP-dc:Creator=Ada Tern', '-XMP-dc:Rights=© 2026 Tern & Tallow', '-XMP-xmpRights:UsageTerms=No use without leave.', '-XMP-iptcCore:CreatorWorkEmail=desk@tern.example', '-XMP-dc:Subject=Quillhaven', '-XMP-dc:Subject=lanterns', '-XMP-mwg-kw:KeywordInfo={Hierarchy=[{Keyword=places,Applied=False,Children=[{Keyword=Quillhaven,Applied=True}]},{Keyword=lanterns,Applied=True}]}', '-IFD0:Artist=Ada Tern', '-IFD0:Copyright=© 2026 Tern & Tallow', '-o', 'theirs/', 'card');
$run('sync');
$theirs = microtime(true) - $begun;
printf("stamped inside, pictures compared: %.1f s; one run of exiftool: %.1f s; ratio %.2f; memory %.0f MB\n", $ours, $theirs, $theirs / $ours, memory_get_peak_usage() / 1e6);

file_put_contents(Home::fromEnvironment()->path.'/settings.yaml', "readers: ['$place/reader']\nsimulated_drives: '$place/drives'\nstores:\n    main: { name: Anvil, path: '$place/drives/Anvil/p' }\n    mirrors: [{ name: Bellows, path: '$place/drives/Bellows/p' }]\n");
$half = imagescale($picture, 450, 300);
assert(false !== $half);
imagejpeg($half, "$place/small.jpg", 92);
$run('exiftool', '-q', '-overwrite_original', '-Make=Orrel', '-Model=Orrel M4', '-DateTimeOriginal=2026:05:04 21:14:09', 'small.jpg');
$small = (string) file_get_contents("$place/small.jpg");
for ($i = 0; $i < $sidecars; ++$i) {
    // A remark makes each small JPEG one of its own (ITU-T T.81, B.2.4.5).
    file_put_contents(sprintf('%s/reader/SMALL/DCIM/100ORREL/ORL_%04d.JPG', $place, $i), substr_replace($small, "\xFF\xFE\x00\x06".pack('N', $i), 2, 0));
    file_put_contents(sprintf('%s/reader/CARD/DCIM/100ORREL/ORL_%04d.ORW', $place, $i), Stills::raw(date('Y-m-d H:i:s', 1_777_900_000 + $i), $i + 1).$padding);
}
$kernel = new Kernel('test', false);
$kernel->boot();
$container = $kernel->getContainer()->get('test.service_container');
assert($container instanceof ContainerInterface);
$service = static fn (string $class): object => $container->get($class);
[$ledger, $database, $stores, $readers, $start, $intakes] = array_map($service, [EntityManagerInterface::class, Connection::class, Stores::class, Readers::class, StartIntake::class, RunIntake::class]);
assert($ledger instanceof EntityManagerInterface && $database instanceof Connection && $stores instanceof Stores && $readers instanceof Readers && $start instanceof StartIntake && $intakes instanceof RunIntake);
$measure = static function (string $card, string $creator) use ($ledger, $database, $stores, $readers, $start, $intakes, $run, $place): float {
    $ledger->clear();
    EmptyLedger::make($database);
    $run('bash', '-c', 'for drive in Anvil Bellows; do [ ! -d drives/$drive/p ] || mv drives/$drive/p drives/$drive/$RANDOM; done; sync'); // a drive is slow with files for a while after as many were taken away
    $stores->prepare();
    $order = OrderDocument::read(['stamps' => ['slip' => '', 'texts' => '' === $creator ? [] : ['creator' => $creator], 'keywords' => '' === $creator ? [] : [['places', 'Quillhaven']]]] + OrderDocument::of(StandingOrder::byTheDay()));
    $intake = $start->start(CardsOnDesk::of($readers->at("$place/reader/$card")), new Wishes($order), static fn (Intake $intake) => null)[0];
    $begun = microtime(true);
    $intakes->run($intake->id(), static fn (int $bytes, int $files) => null);

    return microtime(true) - $begun;
};
foreach (['CARD' => sprintf('raws of %.1f MB, with sidecars', (int) filesize($place.'/reader/CARD/DCIM/100ORREL/ORL_0000.ORW') / 1e6), 'SMALL' => sprintf('JPEGs of %.0f kB, stamped inside', strlen($small) / 1e3)] as $card => $what) {
    // Turn by turn, and the best of each: other programs use the drive, too.
    $without = $with = \INF;
    for ($turn = 0; $turn < 2; ++$turn) {
        $without = min($without, $measure($card, ''));
        $with = min($with, $measure($card, 'Ada Tern'));
    }
    printf("an intake of %d %s, to two stores: %.1f s, without a stamp %.1f s: %.2f times as long; memory %.0f MB\n", $sidecars, $what, $with, $without, $with / $without, memory_get_peak_usage() / 1e6);
}

// A vocabulary of 20,000 words: taken in, and completed while somebody types, beside a search through the same list as a text.
$list = '';
for ($group = 0; $group < 200; ++$group) {
    $list .= "place $group:\n".implode('', array_map(static fn (int $i): string => "\t".substr(hash('xxh32', "$group/$i"), 0, 6)." quay $group-$i\n", range(1, 99)));
}
file_put_contents("$place/words.txt", $list);
[$vocabulary, $words] = array_map($service, [Vocabulary::class, KeywordRepository::class]);
assert($vocabulary instanceof Vocabulary && $words instanceof KeywordRepository);
$begun = microtime(true);
$vocabulary->import($list);
$import = microtime(true) - $begun;
$times = $search = [];
foreach (['q', 'qu', 'a', '7', 'f3', 'quay 19', 'p', 'no such word'] as $typed) {
    for ($i = 0; $i < 10; ++$i) {
        $begun = microtime(true);
        $words->completing($typed, 12);
        $times[] = microtime(true) - $begun;
        $begun = microtime(true);
        (new Process(['grep', '-i', '-m', '12', $typed, "$place/words.txt"]))->run();
        $search[] = microtime(true) - $begun;
    }
}
sort($times);
sort($search);
printf("%d words taken in: %.1f s; completing: median %.1f ms, slowest %.1f ms; grep in the same list, slowest %.1f ms\n", $words->count(), $import, 1000 * $times[intdiv(count($times), 2)], 1000 * $times[count($times) - 1], 1000 * $search[count($search) - 1]);
(new Process(['rm', '-rf', $place]))->mustRun();
