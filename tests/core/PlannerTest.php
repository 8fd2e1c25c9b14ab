<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Capture\CapturedAt;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Card\CardContents;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\Frame;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Plan\NamesInUse;
use VelvetLedger\Core\Plan\Plan;
use VelvetLedger\Core\Plan\Planner;
use VelvetLedger\Core\Plan\Wishes;

final class PlannerTest extends TestCase
{
    public function testOneShootForEachDateNumberedInOrderOfCapture(): void
    {
        $plan = self::plan([
            self::frame('ORL_9999', '2026-05-04T21:14:09', ['ORW', 'JPG'], '40'),
            self::frame('ORL_0001', '2026-05-04T21:14:09', ['ORW', 'JPG', 'WAV'], '55'),
            self::frame('ORL_0002', '2026-05-05T00:00:00', ['JPG']),
            self::frame('ORL_9998', '2026-05-04T20:00:00', ['JPG']),
        ], new Wishes(['2026-05-04' => 'lantern boats']));
        self::assertSame([
            'DCIM/ORL_9998.JPG' => '2026/2026-05-04 lantern boats/2026-05-04_lantern-boats_0001.jpg',
            'DCIM/ORL_9999.ORW' => '2026/2026-05-04 lantern boats/2026-05-04_lantern-boats_0002.orw',
            'DCIM/ORL_9999.JPG' => '2026/2026-05-04 lantern boats/2026-05-04_lantern-boats_0002.jpg',
            'DCIM/ORL_0001.ORW' => '2026/2026-05-04 lantern boats/2026-05-04_lantern-boats_0003.orw',
            'DCIM/ORL_0001.JPG' => '2026/2026-05-04 lantern boats/2026-05-04_lantern-boats_0003.jpg',
            'DCIM/ORL_0001.WAV' => '2026/2026-05-04 lantern boats/2026-05-04_lantern-boats_0003.wav',
            'DCIM/ORL_0002.JPG' => '2026/2026-05-05/2026-05-05_0001.jpg',
        ], self::names($plan));
        self::assertSame(['2026-05-04_lantern-boats_0001.jpg', '2026-05-04_lantern-boats_0003.wav'], [$plan->shoots[0]->firstName, $plan->shoots[0]->lastName]);
    }

    public function testANameInUseTakesASuffixForAllFilesOfTheFrame(): void
    {
        $plan = self::plan([self::frame('ORL_0001', '2026-05-04T21:14:09', ['ORW', 'JPG'])], new Wishes(), ['2026-05-04_0001.jpg', '2026-05-04_0001-2.orw']);
        self::assertSame(['2026/2026-05-04/2026-05-04_0001-3.orw', '2026/2026-05-04/2026-05-04_0001-3.jpg'], array_values(self::names($plan)));
        self::assertStringContainsString('1 frame in 2026/2026-05-04: the new name is in use', $plan->problems[0]->message);
    }

    public function testTwoFilesOfOneFrameThatDifferInCaseOnlyKeepApart(): void
    {
        $plan = self::plan([self::frame('ORL_0001', '2026-05-04T21:14:09', ['JPG', 'jpg'])], new Wishes());
        self::assertSame(['2026/2026-05-04/2026-05-04_0001.jpg', '2026/2026-05-04/2026-05-04_0001b.jpg'], array_values(self::names($plan)));
    }

    public function testLeftOutAndUnreadableAndOthersStayAndTheTotalsAddUp(): void
    {
        $damaged = self::frame('ORL_0003', '2026-05-04T21:15:00', ['ORW', 'JPG'], unreadable: ['ORW']);
        $gone = self::frame('ORL_0004', null, ['JPG'], unreadable: ['JPG']);
        $out = self::frame('ORL_0002', '2026-05-04T21:14:30', ['JPG']);
        $plan = self::plan(
            [self::frame('ORL_0001', '2026-05-04T21:14:09', ['JPG']), $out, $damaged, $gone],
            new Wishes([], [$out->frame->key]),
            others: [new CardFile('MISC/AUTPRINT.MRK', 5, 0), new CardFile('DCIM/ORL_0009.MOV', 900, 0)],
        );
        $intents = array_count_values(array_map(static fn ($line): string => $line->intent->value, $plan->lines));
        self::assertSame(['bring in' => 2, 'left out' => 1, 'unreadable' => 2, 'not a still' => 2], $intents);
        $totals = $plan->totals;
        self::assertSame($totals->files, $totals->filesToBringIn + $totals->filesLeftOut + $totals->filesNotStills + $totals->filesUnreadable);
        self::assertSame([4, 2, 1, 1], [$totals->frames, $totals->framesToBringIn, $totals->framesLeftOut, $totals->framesUnreadable]);
        self::assertSame('2026/2026-05-04/2026-05-04_0002.jpg', self::names($plan)['DCIM/ORL_0003.JPG'], 'numbers have no gap for what is left out');
    }

    public function testAFrameWithoutATimeIsDatedByItsFileAndSaysSo(): void
    {
        $plan = self::plan([self::frame('SCAN', null, ['JPG'])], new Wishes());
        self::assertSame(date('Y-m-d', 1_777_900_000), $plan->shoots[0]->date);
        self::assertStringContainsString('dated by the time of the file, first DCIM/SCAN.JPG', $plan->problems[0]->message);
    }

    /** @return array<string, string|null> */
    private static function names(Plan $plan): array
    {
        $names = [];
        foreach ($plan->lines as $line) {
            $names[$line->file->path] = $line->to();
        }

        return $names;
    }

    /**
     * @param list<string> $extensions
     * @param list<string> $unreadable extensions
     */
    private static function frame(string $stem, ?string $at, array $extensions, ?string $subsecond = null, array $unreadable = []): ReadFrame
    {
        \assert([] !== $extensions);
        $files = array_map(static fn (string $extension): CardFile => new CardFile("DCIM/$stem.$extension", 100, 1_777_900_000), $extensions);
        $reasons = [];
        foreach ($unreadable as $extension) {
            $reasons["DCIM/$stem.$extension"] = 'nothing but zeros';
        }

        return new ReadFrame(new Frame($files, $stem), new CaptureFacts(CapturedAt::fromExif($at, $subsecond)), $files[0], null, $reasons);
    }

    /**
     * @param list<ReadFrame> $frames
     * @param list<string>    $taken
     * @param list<CardFile>  $others
     */
    private static function plan(array $frames, Wishes $wishes, array $taken = [], array $others = []): Plan
    {
        return Planner::plan(new CardContents($frames, $others, []), $wishes, new class($taken) implements NamesInUse {
            /** @param list<string> $taken */
            public function __construct(private readonly array $taken)
            {
            }

            public function isTaken(string $folder, string $name): bool
            {
                return \in_array($name, $this->taken, true);
            }
        });
    }
}
