<?php

declare(strict_types=1);

/*
 * "Have we got this already" for 3,000 frames against 200,000 originals in the ledger: the database's part, beside
 * the same question asked a frame at a time, in one run. Half of the frames are held.
 */

use VelvetLedger\Bench\BigLedger;
use VelvetLedger\Server\Persistence\Cards\HeldRepository;

require dirname(__DIR__).'/vendor/autoload.php';

$ledger = BigLedger::fill();
$sizes = $prints = $exposures = [];
for ($i = 0; $i < 3000; ++$i) {
    $n = 0 === $i % 2 ? 1 + $i * 60 : 900_000 + $i;
    $sizes[] = 20_000_000 + $n * 7;
    $prints[] = (20_000_000 + $n * 7).'-'.md5('p'.$n);
    $exposures[] = md5('e'.$n);
}
$held = $ledger->service(HeldRepository::class);
$found = [count($held->sizes($sizes)), count($held->byPrint($prints)), count($held->byExposure($exposures))];
$together = BigLedger::time(static fn () => [$held->sizes($sizes), $held->byPrint($prints), $held->byExposure($exposures), $held->promised($prints)]);
$apart = 10 * BigLedger::time(static fn () => array_map(static fn (string $print): array => $held->byPrint([$print]), array_slice($prints, 0, 300)));
$ledger->forget();
printf("3,000 frames against 200,000 originals: %.0f ms in four queries (%d sizes, %d prints, %d exposures found); prints asked one at a time %.0f ms, ratio %.1f\n", $together, $found[0], $found[1], $found[2], $apart, $apart / $together);
