<?php

declare(strict_types=1);

// A card of so many pairs of raw and JPEG, one every twenty seconds from an evening on, whole in a reader: php pairs.php FOLDER PAIRS

use VelvetLedger\Tests\Stills;

require dirname(__DIR__, 2).'/vendor/autoload.php';

[, $folder, $pairs] = $argv;
$card = "$folder.making/DCIM/100ORREL";
mkdir($card, 0o777, true);
$from = new DateTimeImmutable('2026-09-05 22:20:00 UTC');
$first = ['ORW' => Stills::raw($from->format('Y-m-d H:i:s')), 'JPG' => Stills::jpeg($from->format('Y-m-d H:i:s'))];
for ($n = 1; $n <= (int) $pairs; ++$n) {
    $at = $from->modify('+'.(20 * $n).' seconds');
    foreach ($first as $extension => $bytes) {
        $bytes = str_replace($from->format('Y:m:d H:i:s'), $at->format('Y:m:d H:i:s'), $bytes).pack('N', $n); // another exposure, by its time and its bytes
        $file = sprintf('%s/ORL_%04d.%s', $card, $n, $extension);
        file_put_contents($file, $bytes);
        touch($file, $at->getTimestamp());
    }
}
rename("$folder.making", $folder);
