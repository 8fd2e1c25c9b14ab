<?php

declare(strict_types=1);

/*
 * bin/ledger bench fuzz COUNT SEED: mutated files through the reader of capture facts. None may end in anything but facts
 * or one of our own errors, none may cost more than the budget, and all facts go through JSON and into the database.
 */

use VelvetLedger\Bench\BigLedger;
use VelvetLedger\Bench\FuzzRound;
use VelvetLedger\Bench\Mutations;

require dirname(__DIR__).'/vendor/autoload.php';

$count = (int) ($argv[1] ?? 1000);
$seed = (int) ($argv[2] ?? 1);
$round = new FuzzRound(new Mutations(FuzzRound::files(dirname(__DIR__).'/var/reference')), BigLedger::database());
$slowest = $largest = 0.0;
$which = $seed;
for ($i = 0; $i < $count; ++$i) {
    $round->run($seed + $i);
    if ($round->milliseconds > $slowest) {
        $slowest = $round->milliseconds;
        $which = $seed + $i;
    }
    $largest = max($largest, $round->megabytes);
}
printf("%d rounds from seed %d: %d gave facts, %d an error of ours, %d went into the database; at most %d of the budget, %.0f ms (seed %d), %.1f MB; none failed\n", $count, $seed, $round->read, $round->refused, $round->stored, $round->most, $slowest, $which, $largest);
