<?php

declare(strict_types=1);

use VelvetLedger\Demo\CardMaker;

require dirname(__DIR__).'/vendor/autoload.php';

/*
 * usage: php demo/build.php READER [--many COUNT]
 * Writes the demo's cards below READER, on two processes; with --many also a card of COUNT small frames.
 */
$reader = $argv[1] ?? throw new InvalidArgumentException('usage: php demo/build.php READER');
if (!is_dir($reader) && !mkdir($reader, 0o777, true)) {
    fwrite(\STDERR, "Could not make the folder $reader for the demo cards. Check that its parent can be written.\n");
    exit(1);
}
$maker = new CardMaker($reader);
$child = pcntl_fork();
try {
    if (0 === $child) {
        $maker->orrelFrames(0, 4);
        $maker->vantry();
        $maker->tower();
        $maker->spare();
        if ('--many' === ($argv[2] ?? '')) {
            $maker->many((int) ($argv[3] ?? 3000));
        }
        exit(0);
    }
    foreach ([1, 2, 3] as $part) {
        $maker->orrelFrames($part, 4);
    }
} catch (RuntimeException $failure) {
    fwrite(\STDERR, $failure->getMessage()."\n");
    exit(1);
}
pcntl_waitpid($child, $status);
if (0 !== $status) {
    exit(1);
}
$maker->orrelExtras();
$maker->orrelB();
