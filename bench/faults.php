<?php

declare(strict_types=1);

/*
 * Intakes with something going wrong under them, and after each whether ledger and disks agree.
 * usage: bin/ledger bench faults [ROUNDS [SEED [WORD]]], 200 where no number is given; with a word, only those faults that have it
 */

use VelvetLedger\Bench\FaultRound;

require dirname(__DIR__).'/vendor/autoload.php';

putenv('APP_ENV=test');
$rounds = (int) ($argv[1] ?? 200);
$seed = (int) ($argv[2] ?? 1);
$faults = array_values(array_filter(FaultRound::FAULTS, static fn (string $fault): bool => str_contains($fault, $argv[3] ?? '')));
$failed = 0;
$begun = microtime(true);
for ($i = 0; $i < $rounds; ++$i) {
    $fault = $faults[$i % count($faults)];
    $wrong = (new FaultRound($fault, $seed + $i, mt_rand(60, 220)))->play();
    $failed += [] === $wrong ? 0 : 1;
    foreach ($wrong as $what) {
        printf("  round %d, seed %d, %s: %s\n", $i, $seed + $i, $fault, $what);
    }
}
printf("%d rounds over %d faults in %.0f s: %d left ledger and disks apart\n", $rounds, count($faults), microtime(true) - $begun, $failed);
exit(0 === $failed ? 0 : 1);
