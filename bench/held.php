<?php

declare(strict_types=1);

/*
 * "Have we got this already" for 3,000 frames against 200,000 files in the ledger: the database's part, beside
 * the same question asked a frame at a time, in one run. Half of the frames are held.
 */

use Doctrine\DBAL\Connection;
use VelvetLedger\Server\Kernel;
use VelvetLedger\Server\Persistence\HeldRepository;

require dirname(__DIR__).'/vendor/autoload.php';

$kernel = new Kernel('test', false);
$kernel->boot();
/** @var Connection $database */
$database = $kernel->getContainer()->get('doctrine.dbal.default_connection');
$database->beginTransaction();
$database->executeStatement("INSERT INTO shoot (id, date, description, folder, opened_at) VALUES (-1, '2026-01-01', 'bench', 'bench', now())");
$database->executeStatement("INSERT INTO intake (id, state, asked_at, bytes_moved, files_moved, source_label, source_path, store, problems, standing_order, makes) VALUES (-1, 'done', now(), 0, 0, '', '', '', '[]', '{}', '[]')");
$database->executeStatement("INSERT INTO frame (id, shoot_id, intake_id, card_key, stem, original_name, taken_at, time_source, clock_correction, exposure_identity) SELECT -n, -1, -1, n, 'f' || n, 'f' || n, '2026-01-01T00:00:00', 'camera', 0, md5('e' || n) FROM generate_series(1, 200000) n");
$database->executeStatement("INSERT INTO ledger_file (id, frame_id, kind, original_path, bytes, checksum, quick_print, modified_at) SELECT -n, -n, 'still raw', 'DCIM/' || n, 20000000 + n * 7, md5('c' || n), (20000000 + n * 7) || '-' || md5('p' || n), 0 FROM generate_series(1, 200000) n");
$database->executeStatement("INSERT INTO copy (file_id, store, path, proven_at) SELECT -n, 'bench', '2026/' || n, now() FROM generate_series(1, 200000) n");
$database->executeStatement('ANALYZE ledger_file');
$database->executeStatement('ANALYZE frame');
$database->executeStatement('ANALYZE copy');

$sizes = $prints = $exposures = [];
for ($i = 0; $i < 3000; ++$i) {
    $n = 0 === $i % 2 ? 1 + $i * 60 : 900_000 + $i;
    $sizes[] = 20_000_000 + $n * 7;
    $prints[] = (20_000_000 + $n * 7).'-'.md5('p'.$n);
    $exposures[] = md5('e'.$n);
}
$held = new HeldRepository($database);
$held->byPrint(['warm']);
$start = hrtime(true);
$found = count($held->sizes($sizes));
$byPrint = count($held->byPrint($prints));
$byExposure = count($held->byExposure($exposures));
$together = (hrtime(true) - $start) / 1e6;
$start = hrtime(true);
for ($i = 0; $i < 300; ++$i) {
    $held->byPrint([$prints[$i]]);
}
$apart = (hrtime(true) - $start) / 1e6 * 10;
$database->rollBack();
printf("3,000 frames against 200,000 files: %.0f ms in three queries (%d sizes, %d prints, %d exposures found); prints asked one at a time %.0f ms, ratio %.1f\n", $together, $found, $byPrint, $byExposure, $apart, $apart / $together);
