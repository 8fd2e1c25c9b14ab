<?php

declare(strict_types=1);

/*
 * Finding on a ledger of 200,000 frames in 900 shoots with a keyword tree of 5,000 words: what a page asks of the index for a query,
 * all counts with it, beside a scan of the same facts with LIKE in the database, and beside grep in the same facts as a list.
 */

use VelvetLedger\Bench\BigLedger;
use VelvetLedger\Bench\FindableLedger;
use VelvetLedger\Core\Find\FindOrder;
use VelvetLedger\Core\Find\FindQuery;
use VelvetLedger\Server\Finding\KeepsIndex;
use VelvetLedger\Server\Pages\FindPage;
use VelvetLedger\Server\Pages\FoundFacets;

require dirname(__DIR__).'/vendor/autoload.php';

$ledger = FindableLedger::fill();
$database = $ledger->database;
$begun = microtime(true);
$left = $ledger->service(KeepsIndex::class)->catchUp(\INF);
printf("indexed in %.1f s, %d blocks left; %s\n", microtime(true) - $begun, $left, json_encode($database->fetchAssociative("SELECT pg_size_pretty(pg_total_relation_size('find_bits')) AS bits, (SELECT count(*) FROM find_bits) AS rows, (SELECT count(*) FROM find_value) AS values, pg_size_pretty(pg_total_relation_size('find_name')) AS names")));
foreach (['find_bits', 'find_value', 'find_name'] as $table) {
    $database->executeStatement("ANALYZE $table");
}
$list = tempnam(sys_get_temp_dir(), 'find');
file_put_contents($list, implode("\n", array_filter($database->fetchFirstColumn("SELECT concat_ws(' ', r.stem, r.original_name, r.taken_at, s.description, r.stamp->'texts', r.lens, r.body, (SELECT string_agg(k.word, ' ') FROM frame_keyword f JOIN keyword k ON k.id = f.keyword_id WHERE f.frame_id = r.id)) FROM frame r JOIN shoot s ON s.id = r.shoot_id"), is_string(...))));
$page = $ledger->service(FindPage::class);
$facets = $ledger->service(FoundFacets::class);
$most = 0.0;
foreach (['' => '', 'words=red+boat' => 'red boat', 'words=laterns' => 'lantern', 'words=april+2027' => '2027-04', 'words=0412' => '0412', 'stars=3&stars=4&stars=5' => null, 'keyword=7&iso=6400' => null, 'words=quay&body=Orrel+M4,+no.+1&judged=kept&-label=print' => 'quay'] as $query => $grep) {
    $of = FindQuery::read($query);
    $view = $page->view($of, FindOrder::Shoot);
    $time = BigLedger::time(static fn () => $page->view($of, FindOrder::Shoot));
    $counted = BigLedger::time(static fn () => $facets->of($of));
    $most = max($most, $time + $counted);
    $scan = null === $grep || '' === $grep ? 0.0 : BigLedger::time(static fn () => $database->fetchOne('SELECT count(*) FROM frame r JOIN shoot s ON s.id = r.shoot_id WHERE s.description LIKE ? OR r.stem LIKE ? OR r.original_name LIKE ? OR r.taken_at LIKE ? OR r.stamp::text LIKE ?', array_fill(0, 5, "%$grep%")));
    $grepped = null === $grep || '' === $grep ? 0.0 : BigLedger::time(static fn () => shell_exec('grep -c -F '.escapeshellarg($grep).' '.escapeshellarg($list)));
    printf("%-60s %6d frames, %3d shoots: found, with the first pictures' rows %5.1f ms, all counts %5.1f ms; LIKE %5.0f ms, grep %4.0f ms\n", '' === $query ? 'everything' : $query, $view->frames, $view->shoots, $time, $counted, $scan, $grepped);
}
unlink($list);
$ledger->forget();
printf("the slowest %.1f ms; memory %.0f MB\n", $most, memory_get_peak_usage() / 1e6);
