<?php

declare(strict_types=1);

/* Reads files back from their medium for the process that started it; see ReadsBackBeside for what passes between them. */

use VelvetLedger\Core\Transfer\ReadsBackHere;
use VelvetLedger\Server\Tools\PageCache;

require dirname(__DIR__).'/vendor/autoload.php';

const AT_ONCE = 512;
const BYTES_AT_ONCE = 64_000_000;

/* Microseconds until those that were asked for so far are enough: one flush does for many small ones. */
const LULL = 25_000;

foreach ([\SIGINT, \SIGTERM, \SIGQUIT] as $signal) {
    pcntl_signal($signal, \SIG_IGN); // told to the whole group; it ends when its input does
}
$readings = new ReadsBackHere(new PageCache());
stream_set_blocking(\STDIN, false);
$got = '';
$ended = false;
$asked = []; // line => bytes of its file
while (!$ended || [] !== $asked) {
    $isEnough = count($asked) >= AT_ONCE || array_sum($asked) >= BYTES_AT_ONCE;
    $read = [\STDIN];
    $none = [];
    if (!$ended && false !== @stream_select($read, $none, $none, [] === $asked ? 60 : 0, [] === $asked || $isEnough ? 0 : LULL)) {
        $more = (string) fread(\STDIN, 65536);
        $ended = '' === $more && feof(\STDIN);
        $lines = explode("\n", $got.$more);
        $got = array_pop($lines);
        foreach ($lines as $line) {
            $asked[$line] = (int) @filesize((string) base64_decode(substr($line, 1), true));
        }
        if (!$ended && !$isEnough && '' !== $more) {
            continue; // more may be waiting
        }
    }
    for ($bytes = $count = 0; [] !== $asked && $count < AT_ONCE && $bytes < BYTES_AT_ONCE; ++$count) {
        $line = array_key_first($asked);
        $bytes += $asked[$line];
        unset($asked[$line]);
        $readings->ask([(string) base64_decode(substr($line, 1), true) => 'F' === $line[0]]);
    }
    foreach ($readings->each() as $path => $reading) {
        fwrite(\STDOUT, base64_encode($path).' '.($reading->checksum ?? '!'.base64_encode($reading->reason)).' '.$reading->nanoseconds."\n");
    }
}
