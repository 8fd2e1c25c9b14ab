<?php

declare(strict_types=1);

/*
 * Finding on a ledger of 200,000 frames in 900 shoots with a keyword tree of 5,000 words: what a page asks of the index for a query,
 * all counts with it, beside a scan of the same facts with LIKE in the database, and beside grep in the same facts as a list.
 */

use VelvetLedger\Bench\BigLedger;
use VelvetLedger\Core\Find\FindOrder;
use VelvetLedger\Core\Find\FindQuery;
use VelvetLedger\Server\Finding\KeepsIndex;
use VelvetLedger\Server\Pages\FindPage;

require dirname(__DIR__).'/vendor/autoload.php';

$ledger = BigLedger::fill();
$database = $ledger->database;
foreach ([
    "UPDATE shoot SET description = (ARRAY['lantern boats', 'rope walk', 'salt pans at low tide', 'night ferry', 'kiln opening', 'signal tower', 'red boat'])[1 + id % 7] || ' ' || (ARRAY['east', 'west', 'north', 'south', 'quay', 'yard', 'spring', 'neap', 'early', 'late', 'rain'])[1 + id % 11], kind_of_work = (ARRAY['wedding', 'editorial', NULL])[1 + id % 3]",
    "UPDATE frame r SET taken_at = s.date || 'T' || to_char((r.id % 86400) * interval '1 second', 'HH24:MI:SS'), serial = (r.id % 3)::text, lens = (ARRAY['24 mm', '35 mm', '50 mm', '85 mm', '70-200 mm'])[1 + r.id / 7 % 5], iso = (ARRAY[100, 200, 400, 800, 1600, 3200, 6400, 12800])[1 + r.id / 11 % 8], width = 6000, height = 4000, orientation = CASE WHEN r.id % 4 = 0 THEN 6 ELSE 1 END,
        facts = json_build_object('previews', json_build_array(), 'fNumber', (ARRAY[1.8, 2.8, 4, 5.6, 8, 11])[1 + r.id / 13 % 6], 'exposureSeconds', (ARRAY[0.0005, 0.001, 0.002, 0.004, 0.008, 0.016, 0.5])[1 + r.id / 17 % 7], 'focalLengthMm', 20 + r.id / 5 % 150),
        stamp = json_build_object('texts', json_build_object('event', 'event ' || (r.shoot_id % 120), 'city', (ARRAY['Quillhaven', 'Osk', 'Marl'])[1 + r.shoot_id % 3], 'job', 'J-' || (r.shoot_id % 300)))
        FROM shoot s WHERE s.id = r.shoot_id",
    'UPDATE frame SET intake_id = 1 + (id - 1) / 500',
    "INSERT INTO keyword (id, parent_id, word, synonyms) SELECT n, CASE WHEN n <= 20 THEN NULL WHEN n <= 400 THEN 1 + n % 20 ELSE 21 + n % 380 END, 'word ' || substr(md5(n::text), 1, 7), '[]' FROM generate_series(1, 5000) n",
    'INSERT INTO frame_keyword (frame_id, keyword_id) SELECT DISTINCT r.id, 401 + (r.shoot_id * 31 + r.id / 40 * 7 + k * 997) % 4600 FROM frame r, generate_series(1, 3) k',
    "INSERT INTO judgement (frame_id, decision, stars, label, revision) SELECT id, CASE id % 5 WHEN 0 THEN 'keep' WHEN 1 THEN 'drop' WHEN 2 THEN 'unsure' END, CASE WHEN id % 5 = 0 THEN id % 6 ELSE 0 END, CASE WHEN id % 50 = 0 THEN 'print' END, 1 FROM frame WHERE id % 10 < 7",
    'SET CONSTRAINTS ALL IMMEDIATE',
    'ANALYZE frame', 'ANALYZE keyword', 'ANALYZE frame_keyword', 'ANALYZE judgement',
] as $fill) {
    $database->executeStatement($fill);
}
$begun = microtime(true);
$left = $ledger->service(KeepsIndex::class)->catchUp(\INF);
printf("indexed in %.1f s, %d blocks left; %s\n", microtime(true) - $begun, $left, json_encode($database->fetchAssociative("SELECT pg_size_pretty(pg_total_relation_size('find_bits')) AS bits, (SELECT count(*) FROM find_bits) AS rows, (SELECT count(*) FROM find_value) AS values, pg_size_pretty(pg_total_relation_size('find_name')) AS names")));
foreach (['find_bits', 'find_value', 'find_name'] as $table) {
    $database->executeStatement("ANALYZE $table");
}
$list = tempnam(sys_get_temp_dir(), 'find');
file_put_contents($list, implode("\n", array_filter($database->fetchFirstColumn("SELECT concat_ws(' ', r.stem, r.original_name, r.taken_at, s.description, r.stamp->'texts', r.lens, r.body, (SELECT string_agg(k.word, ' ') FROM frame_keyword f JOIN keyword k ON k.id = f.keyword_id WHERE f.frame_id = r.id)) FROM frame r JOIN shoot s ON s.id = r.shoot_id"), is_string(...))));
$page = $ledger->service(FindPage::class);
$most = 0.0;
foreach (['' => '', 'words=red+boat' => 'red boat', 'words=laterns' => 'lantern', 'words=april+2027' => '2027-04', 'words=0412' => '0412', 'stars=3&stars=4&stars=5' => null, 'keyword=7&iso=6400' => null, 'words=quay&body=Orrel+M4,+no.+1&judged=kept&-label=print' => 'quay'] as $query => $grep) {
    $of = FindQuery::read($query);
    $view = $page->view($of, FindOrder::Shoot);
    $time = BigLedger::time(static fn () => $page->view($of, FindOrder::Shoot));
    $first = $view->sections[0] ?? null;
    $pictures = null === $first ? 0.0 : BigLedger::time(static fn () => $page->ofSection($of, FindOrder::Shoot, $first->value, 0));
    $most = max($most, $time + $pictures);
    $scan = null === $grep || '' === $grep ? 0.0 : BigLedger::time(static fn () => $database->fetchOne('SELECT count(*) FROM frame r JOIN shoot s ON s.id = r.shoot_id WHERE s.description LIKE ? OR r.stem LIKE ? OR r.original_name LIKE ? OR r.taken_at LIKE ? OR r.stamp::text LIKE ?', array_fill(0, 5, "%$grep%")));
    $grepped = null === $grep || '' === $grep ? 0.0 : BigLedger::time(static fn () => shell_exec('grep -c -F '.escapeshellarg($grep).' '.escapeshellarg($list)));
    printf("%-60s %6d frames, %3d shoots: found and counted %5.1f ms, first pictures' rows %4.1f ms; LIKE %5.0f ms, grep %4.0f ms\n", '' === $query ? 'everything' : $query, $view->frames, $view->shoots, $time, $pictures, $scan, $grepped);
}
unlink($list);
$ledger->forget();
printf("the slowest %.1f ms; memory %.0f MB\n", $most, memory_get_peak_usage() / 1e6);
