<?php

declare(strict_types=1);

/*
 * Intakes with something going wrong under them, and after each whether ledger and disks agree.
 * usage: bin/ledger bench faults [ROUNDS [SEED]], 200 where no number is given
 */

use VelvetLedger\Bench\FaultRound;

require dirname(__DIR__).'/vendor/autoload.php';

putenv('APP_ENV=test');
$rounds = (int) ($argv[1] ?? 200);
$seed = (int) ($argv[2] ?? 1);
$failed = 0;
$begun = microtime(true);
for ($i = 0; $i < $rounds; ++$i) {
    $fault = FaultRound::FAULTS[$i % count(FaultRound::FAULTS)];
    $wrong = (new FaultRound($fault, $seed + $i, mt_rand(60, 220)))->play();
    $failed += [] === $wrong ? 0 : 1;
    foreach ($wrong as $what) {
        printf("  round %d, seed %d, %s: %s\n", $i, $seed + $i, $fault, $what);
    }
}
printf("%d rounds over %d faults in %.0f s: %d left ledger and disks apart\n", $rounds, count(FaultRound::FAULTS), microtime(true) - $begun, $failed);
exit(0 === $failed ? 0 : 1);
