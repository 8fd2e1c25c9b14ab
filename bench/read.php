<?php

declare(strict_types=1);

/*
 * Capture facts of 1,000 frames: the core's reader beside "exiftool -fast2 -json", in one run.
 * Half are small JPEGs and half TIFF/EP raws of the demo's second size; both readers get them warm.
 */

use VelvetLedger\Core\Capture\CoreFactsReader;
use VelvetLedger\Tests\Folder;
use VelvetLedger\Tests\Stills;

require dirname(__DIR__).'/vendor/autoload.php';

$folder = new Folder();
$jpeg = Stills::jpeg('2026-05-04 21:14:09');
$raw = Stills::raw('2026-05-04 21:14:09');
$paths = [];
for ($i = 0; $i < 1000; ++$i) {
    $paths[] = $folder->put(sprintf('ORL_%04d.%s', $i, 0 === $i % 2 ? 'JPG' : 'ORW'), 0 === $i % 2 ? $jpeg : $raw);
}
$reader = new CoreFactsReader();
$reader->read($paths[0]);
$start = hrtime(true);
foreach ($paths as $path) {
    $reader->read($path);
}
$ours = (hrtime(true) - $start) / 1e9;
$start = hrtime(true);
shell_exec('exiftool -fast2 -json '.escapeshellarg($folder->path).' > /dev/null 2>&1');
$theirs = (hrtime(true) - $start) / 1e9;
printf("1,000 frames: core %.3f s, exiftool %.2f s, ratio %.1f; peak memory of PHP %.1f MB\n", $ours, $theirs, $theirs / $ours, memory_get_peak_usage() / 1e6);

// The command as it is typed, its start included, on 600 of them.
$some = implode(' ', array_map(escapeshellarg(...), array_slice($paths, 0, 600)));
$timed = static function (string $command): float {
    $start = hrtime(true);
    shell_exec($command.' > /dev/null 2>&1');

    return (hrtime(true) - $start) / 1e9;
};
$ledger = escapeshellarg(dirname(__DIR__).'/bin/ledger');
$ours = $theirs = \INF;
for ($turn = 0; $turn < 3; ++$turn) { // turn by turn, and the best of each
    $ours = min($ours, $timed("$ledger read --json $some"));
    $theirs = min($theirs, $timed("exiftool -fast2 -json $some"));
}
printf("600 frames by the command, start included: %.3f s, exiftool %.2f s, ratio %.1f\n", $ours, $theirs, $theirs / $ours);
