<?php

declare(strict_types=1);

/* Reads pictures from a card and writes their stamps for the process that started it; see BeginsPicturesBeside for what passes between them. */

use VelvetLedger\Core\Stamp\BeginsPictures;
use VelvetLedger\Core\Stamp\PictureOrder;
use VelvetLedger\Core\Stamp\StampsXmp;
use VelvetLedger\Server\Tools\IptcNamesOfExifTool;
use VelvetLedger\Server\Tools\PageCache;

require dirname(__DIR__).'/vendor/autoload.php';

foreach ([\SIGINT, \SIGTERM, \SIGQUIT] as $signal) {
    pcntl_signal($signal, \SIG_IGN); // told to the whole group; it ends when its input does
}
$begins = new BeginsPictures(new StampsXmp(new IptcNamesOfExifTool()), new PageCache());
while (false !== $line = fgets(\STDIN)) {
    [$name, $order] = [...explode(' ', trim($line), 2), ''];
    $order = unserialize((string) base64_decode($order, true));
    assert($order instanceof PictureOrder);
    fwrite(\STDOUT, $name.' '.base64_encode(serialize($begins->begin($order)))."\n");
}
