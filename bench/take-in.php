<?php

declare(strict_types=1);

/*
 * A ledger of 200,000 frames is taken into one that has nothing, and once more, when nothing of it is new: beside restoring its dump alone.
 * usage: bin/ledger bench take-in
 */

use VelvetLedger\Bench\BigLedger;
use VelvetLedger\Bench\EmptyLedger;
use VelvetLedger\Core\Card\FolderNames;
use VelvetLedger\Core\Survival\DumpDocument;
use VelvetLedger\Core\Transfer\StoreMark;
use VelvetLedger\Server\Persistence\Row;
use VelvetLedger\Server\Survival\MakesDumps;
use VelvetLedger\Server\Survival\TakesIn;
use VelvetLedger\Server\Tools\PgPrograms;

require dirname(__DIR__).'/vendor/autoload.php';

putenv('APP_ENV=test');
$ledger = BigLedger::fill();
$ledger->database->executeStatement("UPDATE intake SET state = 'done'");
$ledger->database->commit();
$made = $ledger->service(MakesDumps::class)->make();
$dump = $ledger->service(MakesDumps::class)->path($made->name);
$folder = sys_get_temp_dir().'/take-in-'.getmypid();
mkdir($folder.'/'.DumpDocument::FOLDER, 0o777, true);
copy($dump, $folder.'/'.DumpDocument::FOLDER.'/'.$made->name.DumpDocument::DUMP);
file_put_contents($folder.'/'.DumpDocument::FOLDER.'/'.$made->name.DumpDocument::DOCUMENT, $made->document->text());

EmptyLedger::make($ledger->database);
$ledger->database->executeStatement('UPDATE ledger_identity SET uuid = gen_random_uuid()::text');
$ledger->database->executeStatement("INSERT INTO store (uuid, name, role, place, added_at) VALUES (gen_random_uuid(), 'Home', 'main', ?, now())", [$folder]);
StoreMark::put($folder, Row::word($ledger->database->fetchOne('SELECT uuid FROM store')), 'Home');
$programs = $ledger->service(PgPrograms::class);
$scratch = $programs->name().'_alone';
$programs->drop($scratch);
$programs->create($scratch);
$begun = microtime(true);
$programs->restore($dump, $scratch);
$alone = microtime(true) - $begun;
$programs->drop($scratch);
foreach (['taken in', 'taken in again'] as $what) {
    $begun = microtime(true);
    $said = $ledger->service(TakesIn::class)->from($folder, false);
    printf("%s in %.1f s, %.1f times restoring it alone (%.1f s); memory %.0f MB\n  %s\n", $what, microtime(true) - $begun, (microtime(true) - $begun) / $alone, $alone, memory_get_peak_usage() / 1e6, $said[0]);
}
EmptyLedger::make($ledger->database);
foreach ([...FolderNames::in($folder.'/'.DumpDocument::FOLDER), '../'.StoreMark::FILE] as $name) {
    unlink($folder.'/'.DumpDocument::FOLDER.'/'.$name);
}
rmdir($folder.'/'.DumpDocument::FOLDER);
rmdir($folder);
