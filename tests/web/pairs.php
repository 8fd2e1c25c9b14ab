<?php

declare(strict_types=1);

// A card of so many pairs of raw and JPEG, one every twenty seconds from an evening on, whole in a reader: php pairs.php FOLDER PAIRS

use VelvetLedger\Tests\Stills;

require dirname(__DIR__, 2).'/vendor/autoload.php';

[, $folder, $pairs] = $argv;
$card = "$folder.making/DCIM/100ORREL";
mkdir($card, 0o777, true);
$from = new DateTimeImmutable('2026-09-05 22:20:00 UTC');
for ($n = 1; $n <= (int) $pairs; ++$n) {
    $at = $from->modify('+'.(20 * $n).' seconds');
    foreach (['ORW' => Stills::raw($at->format('Y-m-d H:i:s'), $n), 'JPG' => Stills::jpeg($at->format('Y-m-d H:i:s'), $n)] as $extension => $bytes) {
        $file = sprintf('%s/ORL_%04d.%s', $card, $n, $extension);
        file_put_contents($file, $bytes);
        touch($file, $at->getTimestamp());
    }
}
rename("$folder.making", $folder);
