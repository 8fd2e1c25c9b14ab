<?php

declare(strict_types=1);

/*
 * How often each hint is right on the demo cards, whose truth is known (docs/hints.md), and how long a frame takes
 * beside decoding its preview alone.
 */

use Symfony\Component\Cache\Adapter\ArrayAdapter;
use Symfony\Component\Filesystem\Filesystem;
use VelvetLedger\Core\Capture\CoreFactsReader;
use VelvetLedger\Core\Card\CardContents;
use VelvetLedger\Core\Card\CardIdentity;
use VelvetLedger\Core\Card\CardListing;
use VelvetLedger\Core\Card\FrameReader;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Hint\FrameHint;
use VelvetLedger\Demo\Story;
use VelvetLedger\Server\Cards\CardHints;
use VelvetLedger\Server\Cards\Volume;
use VelvetLedger\Server\Pace\Pace;
use VelvetLedger\Server\Tools\PixelsWithVips;

require dirname(__DIR__).'/vendor/autoload.php';

$readers = array_filter([__DIR__.'/../var/demo/reader', __DIR__.'/../var/test-cards/reader'], static fn (string $path): bool => is_dir($path.'/ORREL_B'));
$reader = array_values($readers)[0] ?? null;
if (null === $reader) {
    fwrite(\STDERR, "Run bin/ledger demo first: this measures on its cards.\n");
    exit(1);
}
$table = [];
$frames = 0;
$seconds = 0.0;
foreach (['ORREL_B' => Story::orrel(), 'VANTRY_6' => Story::vantry(), 'TOWER' => Story::tower()] as $card => $story) {
    $truth = [];
    foreach ($story as $shot) {
        $truth[sprintf('%04d', $shot->number)] = $shot->fault->value;
    }
    $contents = CardContents::read("$reader/$card", new FrameReader(new CoreFactsReader()));
    $start = microtime(true);
    $found = (new CardHints(new PixelsWithVips(new Filesystem()), new ArrayAdapter(), new Pace()))->within(Volume::of("$reader/$card", CardIdentity::of(null, $card, new CardListing([], []), '')), $contents->frames, \INF);
    $seconds += microtime(true) - $start;
    $frames += $found[0];
    array_map(static function (ReadFrame $frame) use ($found, $truth, &$table): void {
        $is = $truth[substr($frame->frame->stem, -4)] ?? 'unknown';
        $said = array_map(static fn (FrameHint $hint): string => $hint->hint->value, $found[2][$frame->frame->key] ?? []);
        $row = sprintf('%-8s said: %s', $is, [] === $said ? 'nothing' : implode(', ', $said));
        $table[$row] = ($table[$row] ?? 0) + 1;
    }, $contents->frames);
}
ksort($table);
foreach ($table as $row => $count) {
    printf("%4d frames, truth %s\n", $count, $row);
}
$jpeg = (string) file_get_contents("$reader/TOWER/DCIM/101ORREL/ORL_1320.JPG");
$start = microtime(true);
for ($i = 0; $i < 20; ++$i) {
    $decoded = imagecreatefromstring($jpeg);
}
$decode = (microtime(true) - $start) / 20;
printf("%.1f ms a frame from its thumbnail; decoding the whole 1,536 x 1,024 JPEG alone takes %.1f ms, ratio %.1f\n", 1000 * $seconds / $frames, 1000 * $decode, $decode / ($seconds / $frames));
