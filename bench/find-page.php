<?php

declare(strict_types=1);

/*
 * Fills the ledger of this home with 200,000 frames that are found by words, facts and judgements, each with a picture at the main store.
 * usage: bench/find-page.php PICTURES STORE, a folder of JPEG files and the folder of the store; see bin/ledger bench find-page
 */

use VelvetLedger\Bench\FindableLedger;
use VelvetLedger\Core\Capture\CoreFactsReader;
use VelvetLedger\Core\Capture\FactsDocument;
use VelvetLedger\Core\Transfer\StoreMark;
use VelvetLedger\Server\Finding\KeepsIndex;
use VelvetLedger\Server\Persistence\Row;

require dirname(__DIR__).'/vendor/autoload.php';

putenv('APP_ENV=test');
[, $pictures, $store] = $argv + ['', '', ''];
$read = new CoreFactsReader();
$previews = [];
foreach (false === ($files = glob($pictures.'/*.[jJ][pP][gG]')) ? [] : $files as $file) {
    $facts = $read->read($file);
    if ([] !== $facts->previews) {
        $previews[$file] = json_encode(['previews' => FactsDocument::of($facts)['previews']], \JSON_THROW_ON_ERROR);
    }
}
$sources = array_keys($previews);
if ([] === $sources) {
    fwrite(\STDERR, "There are no pictures in $pictures.\n");
    exit(1);
}
$mark = StoreMark::at($store);
$ledger = FindableLedger::fill();
$database = $ledger->database;
$database->executeStatement("UPDATE store SET uuid = ?, name = 'Anvil', place = ?", [$mark?->uuid, $store]);
$database->executeStatement("UPDATE intake SET state = 'done'");
foreach (['file' => "ending = '.jpg'", 'copy' => "path = replace(path, '.orw', '.jpg')", 'original' => "kind = 'still rendered', path = path || '.JPG'"] as $table => $set) {
    $database->executeStatement("UPDATE $table SET $set");
}
foreach ($sources as $i => $source) {
    $database->executeStatement('UPDATE frame r SET facts_from = o.path, facts = (r.facts::jsonb || ?::jsonb)::json FROM original o WHERE o.frame_id = r.id AND r.id % ? = ?', [$previews[$source], count($sources), $i]);
}
$database->executeStatement('SET CONSTRAINTS ALL IMMEDIATE');
$ledger->service(KeepsIndex::class)->catchUp(\INF);
$database->commit();
$database->executeStatement('ANALYZE'); // nobody else does, on a ledger that is only measured
$folder = '';
foreach ($database->iterateNumeric('SELECT f.frame_id, c.path FROM copy c JOIN file f ON f.id = c.file_id ORDER BY c.path') as [$frame, $path]) {
    $to = $store.'/'.Row::word($path);
    if ($folder !== dirname($to)) {
        $folder = dirname($to);
        @mkdir($folder, 0o777, true);
    }
    link($sources[Row::number($frame) % count($sources)], $to);
}
echo "filled\n";
