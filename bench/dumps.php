<?php

declare(strict_types=1);

/*
 * A dump of a ledger of 200,000 frames, and its proof: seconds and bytes, beside pg_dump alone, and how quickly a page answers meanwhile.
 * usage: bin/ledger bench dumps
 */

use Symfony\Component\Process\Process;
use VelvetLedger\Bench\BigLedger;
use VelvetLedger\Bench\EmptyLedger;
use VelvetLedger\Server\Pages\SurvivalPage;
use VelvetLedger\Server\Persistence\Shoots\ShootRepository;
use VelvetLedger\Server\Survival\MakesDumps;
use VelvetLedger\Server\Survival\ProvesDumps;
use VelvetLedger\Server\Tools\PgPrograms;

require dirname(__DIR__).'/vendor/autoload.php';

putenv('APP_ENV=test');
if ('keep' === ($argv[1] ?? '')) {
    $ledger = BigLedger::open();
    $begun = microtime(true);
    $dump = $ledger->service(MakesDumps::class)->make();
    $made = microtime(true) - $begun;
    $begun = microtime(true);
    $because = $ledger->service(ProvesDumps::class)->prove($dump, $ledger->service(MakesDumps::class)->path($dump->name));
    printf("dumped in %.1f s, %.1f MB; restored and compared in %.1f s%s; memory %.0f MB\n", $made, $dump->document->bytes / 1e6, microtime(true) - $begun, null === $because ? '' : ": $because", memory_get_peak_usage() / 1e6);
    exit(null === $because ? 0 : 1);
}
$ledger = BigLedger::fill();
$ledger->database->commit();
$page = static fn (): float => BigLedger::time(static fn () => $ledger->service(ShootRepository::class)->page(null));
$alone = array_map(static fn () => $page(), range(1, 20));
$process = new Process([\PHP_BINARY, __FILE__, 'keep'], null, null, null, null);
$process->start();
$meanwhile = [];
while ($process->isRunning()) {
    $meanwhile[] = $page();
    usleep(200_000);
}
echo $process->getOutput(), $process->getErrorOutput();
sort($alone);
sort($meanwhile);
$losses = array_map(static fn () => BigLedger::time(static fn () => $ledger->service(SurvivalPage::class)->view()), range(1, 3));
printf("what if it were gone: %.0f ms\n", min($losses));
printf("a page of shoots: %.1f ms at the median (slowest %.1f), meanwhile %.1f (slowest %.1f)\n", $alone[10], end($alone), $meanwhile[intdiv(count($meanwhile), 2)], end($meanwhile));
$file = tempnam(sys_get_temp_dir(), 'dump');
$params = $ledger->database->getParams();
$begun = microtime(true);
(new Process(['pg_dump', '-Fc', '-Z3', '-h', $params['host'] ?? '', '-p', (string) ($params['port'] ?? ''), '-U', $params['user'] ?? '', '-f', (string) $file, $ledger->service(PgPrograms::class)->name()], null, ['PGPASSWORD' => $params['password'] ?? ''], null, null))->mustRun();
printf("pg_dump alone: %.1f s\n", microtime(true) - $begun);
unlink((string) $file);
EmptyLedger::make($ledger->database);
