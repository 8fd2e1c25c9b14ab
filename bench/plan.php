<?php

declare(strict_types=1);

/*
 * How long a plan of 5,000 frames takes, by an order that asks for everything, beside sorting the same frames by
 * name and time as a folder listing would; and its memory.
 */

use VelvetLedger\Core\Capture\CapturedAt;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\Gear;
use VelvetLedger\Core\Card\CardContents;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\Frame;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Plan\Planner;
use VelvetLedger\Core\Plan\ShootWish;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Shoot\ClockCorrection;
use VelvetLedger\Core\Shoot\Clocks;
use VelvetLedger\Core\Shoot\Edit;
use VelvetLedger\Core\Shoot\Edits;
use VelvetLedger\Tests\StoreOf;

require dirname(__DIR__).'/vendor/autoload.php';

const FRAMES = 5000;
const DAY = ['piece' => 'date taken', 'fields' => 'yyyy-MM-dd'];

$frames = [];
for ($i = 0; $i < FRAMES; ++$i) {
    $stem = sprintf('ORL_%04d', 1 + $i % 9999);
    $files = [new CardFile("DCIM/100ORREL/$stem.ORW", 40_000_000, 0), new CardFile("DCIM/100ORREL/$stem.JPG", 9_000_000, 0)];
    $at = gmdate('Y:m:d H:i:s', 1_777_900_000 + intdiv($i, 1000) * 86400 + ($i % 1000) * 12 + intdiv($i % 1000, 250) * 3600); // five days, four jobs a day
    $frames[] = new ReadFrame(new Frame($files, $stem), new CaptureFacts(CapturedAt::fromExif($at, sprintf('%02d', $i % 100)), new Gear('Orrel', 0 === $i % 3 ? 'Vantry 6' : 'Orrel M4', '7')), $files[0], null, []);
}
shuffle($frames);
$card = new CardContents($frames, [], []);
$orders = [
    'by the day' => [],
    'everything asked for' => [
        'shoots' => ['pauseMinutes' => 30, 'dayTurnsAt' => 4],
        'folders' => ['levels' => [[['piece' => 'date taken', 'fields' => 'yyyy']], [['piece' => 'date taken', 'fields' => 'MM MMMM']], [DAY, ['piece' => 'description', 'style' => 'as written']], [['piece' => 'body', 'style' => 'as written']]]],
        'subfolders' => ['make' => ['originals', 'selects'], 'framesInto' => 'originals'],
        'names' => ['pieces' => [['piece' => 'date taken', 'fields' => 'yyyyMMdd-HHmmss'], ['piece' => 'description'], ['piece' => 'body'], ['piece' => 'sequence', 'scope' => 'running on']]],
    ],
    'names alike by the second' => ['names' => ['pieces' => [['piece' => 'date taken', 'fields' => 'yyyy-MM-dd HH']]]],
];
$middle = $frames[intdiv(FRAMES, 2)]->frame->key;
foreach ($orders as $name => $parts) {
    $order = OrderDocument::read(['velvetLedger' => 'standing order', 'version' => 1, 'name' => 'bench'] + $parts);
    $wishes = new Wishes($order, [$frames[0]->frame->key => new ShootWish('lantern boats')], new Edits([Edit::cutBefore($middle), Edit::move([$frames[1]->frame->key], $middle)]), new Clocks(['Vantry 6, no. 7' => ClockCorrection::by(-3600)]));
    $best = $sorting = \INF;
    $shoots = 0;
    for ($i = 0; $i < 5; ++$i) {
        $start = microtime(true);
        $plan = Planner::plan($card, $wishes, new StoreOf());
        $best = min($best, microtime(true) - $start);
        $shoots = count($plan->shoots);
        $start = microtime(true);
        $names = array_map(static fn (ReadFrame $frame): array => [$frame->facts?->takenAt?->sortKey(), $frame->frame->lead()->path], $frames);
        usort($names, static fn (array $a, array $b): int => $a <=> $b);
        $sorting = min($sorting, microtime(true) - $start);
    }
    printf("%-26s %d frames, %d files: %.3f s, %d shoots; listing and sorting alone %.3f s, ratio %.1f\n", $name, FRAMES, 2 * FRAMES, $best, $shoots, $sorting, $best / $sorting);
}
printf("memory at most %.0f MB\n", memory_get_peak_usage() / 1e6);
