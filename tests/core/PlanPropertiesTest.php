<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use VelvetLedger\Core\Capture\CapturedAt;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Card\CardContents;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\Frame;
use VelvetLedger\Core\Card\FrameGrouping;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Held\HeldAs;
use VelvetLedger\Core\Held\Holdings;
use VelvetLedger\Core\Held\Known;
use VelvetLedger\Core\Held\Suspects;
use VelvetLedger\Core\Plan\Companions;
use VelvetLedger\Core\Plan\Intent;
use VelvetLedger\Core\Plan\NamesInUse;
use VelvetLedger\Core\Plan\Plan;
use VelvetLedger\Core\Plan\Planner;
use VelvetLedger\Core\Plan\Wishes;

/** Whatever is on a card and whatever is wished, a plan keeps these promises. Seeded, so that a failure comes again. */
final class PlanPropertiesTest extends TestCase
{
    public function testEveryFileHasOneLineAndNewNamesAreUniquePortableAndInOrder(): void
    {
        for ($seed = 0; $seed < 60; ++$seed) {
            $random = new Randomizer(new Mt19937($seed));
            $card = self::card($random);
            $plan = self::plan($card, $random);
            $this->everyFileHasOneLine($card, $plan, $seed);
            $this->namesAreUniqueAndPortable($plan, $seed);
            $this->framesShareOneStem($plan, $seed);
            $this->numbersFollowTime($plan, $seed);
            $totals = $plan->totals;
            self::assertSame($totals->files, $totals->filesToBringIn + $totals->filesHeld + $totals->filesLeftOut + $totals->filesNotStills + $totals->filesUnreadable, "seed $seed");
            self::assertSame($totals->frames, $totals->framesToBringIn + $totals->framesHeld + $totals->framesLeftOut + $totals->framesUnreadable, "seed $seed");
            self::assertSame($totals->filesToBringIn, array_sum($totals->kindsToBringIn), "seed $seed");
            self::assertSame($totals->bytesToBringIn, array_sum(array_column($plan->shoots, 'bytes')), "seed $seed");
        }
    }

    public function testTheSameInputGivesTheSamePlanInWhateverOrderTheCardIsListed(): void
    {
        for ($seed = 100; $seed < 110; ++$seed) {
            $card = self::card(new Randomizer(new Mt19937($seed)));
            $shuffled = new CardContents((new Randomizer(new Mt19937(1)))->shuffleArray($card->frames), $card->others, []);
            $names = static fn (Plan $plan): array => array_filter(array_combine(array_map(static fn ($line): string => $line->file->path, $plan->lines), array_map(static fn ($line): ?string => $line->to(), $plan->lines)), \is_string(...));
            $one = $names(self::plan($card, new Randomizer(new Mt19937($seed))));
            $other = $names(self::plan($shuffled, new Randomizer(new Mt19937($seed))));
            ksort($one);
            ksort($other);
            self::assertSame($one, $other);
        }
    }

    public function testOnlyFilesWhoseSizeOccursElsewhereAreSuspects(): void
    {
        $frames = [];
        foreach (['a' => 10, 'b' => 20, 'c' => 20, 'd' => 30] as $stem => $bytes) {
            $file = new CardFile("$stem.JPG", $bytes, 0);
            $frames[] = new ReadFrame(new Frame([$file], $stem), null, $file, null, []);
        }
        self::assertSame([20, 20], array_column(Suspects::among($frames, []), 'bytes'), 'twice on this card');
        self::assertSame([20, 20, 30], array_column(Suspects::among($frames, [30 => true, 40 => true]), 'bytes'), 'and where the ledger has the size');
    }

    private function everyFileHasOneLine(CardContents $card, Plan $plan, int $seed): void
    {
        $files = array_map(static fn (CardFile $file): string => $file->path, $card->others);
        foreach ($card->frames as $frame) {
            array_push($files, ...array_map(static fn (CardFile $file): string => $file->path, $frame->frame->files));
        }
        $lines = array_map(static fn ($line): string => $line->file->path, $plan->lines);
        sort($files);
        sort($lines);
        self::assertSame($files, $lines, "seed $seed");
    }

    private function namesAreUniqueAndPortable(Plan $plan, int $seed): void
    {
        $seen = [];
        foreach ($plan->lines as $line) {
            $to = $line->to();
            if (null === $to) {
                self::assertNotSame(Intent::BringIn, $line->intent);
                continue;
            }
            $key = mb_strtolower($to);
            self::assertArrayNotHasKey($key, $seen, "seed $seed: two files become $to");
            $seen[$key] = true;
            foreach (explode('/', $to) as $part) {
                // "Naming Files, Paths, and Namespaces" (Windows' published rules) and NFC (UAX #15).
                self::assertDoesNotMatchRegularExpression('/[<>:"\\\\|?*\x00-\x1F]|[ .]$|^[ ]/', $part, "seed $seed: $to");
                self::assertTrue(\Normalizer::isNormalized($part), "seed $seed: $to");
                self::assertLessThanOrEqual(249, \strlen($part), 'with room for a temporary name');
            }
        }
    }

    private function framesShareOneStem(Plan $plan, int $seed): void
    {
        $stems = [];
        foreach ($plan->lines as $line) {
            if (null !== $line->name && null !== $line->frame) {
                $stems[$line->frame->frame->key][preg_replace('/b?\..*$/', '', $line->name)] = true;
            }
        }
        foreach ($stems as $ofOneFrame) {
            self::assertCount(1, $ofOneFrame, "seed $seed");
        }
    }

    private function numbersFollowTime(Plan $plan, int $seed): void
    {
        $last = [];
        foreach ($plan->lines as $line) {
            if (null === $line->name || null === $line->frame) {
                continue;
            }
            preg_match('/_(\d{4,})(?:-\d+)?b?\./', $line->name, $number);
            $at = [(int) ($number[1] ?? 0), $line->frame->takenAt()->sortKey()];
            $before = $last[$line->folder] ?? $at;
            self::assertTrue($before[0] <= $at[0] && $before[1] <= $at[1], "seed $seed: {$line->name} comes before an earlier frame");
            $last[$line->folder] = $at;
        }
    }

    private static function card(Randomizer $random): CardContents
    {
        $extensions = [['JPG'], ['ORW', 'JPG'], ['ORW'], ['ORW', 'JPG', 'WAV'], ['JPG', 'jpg'], ['ORW', 'xmp']];
        $files = [];
        for ($i = 0; $i < 40; ++$i) {
            $stem = \sprintf('%s/ORL_%04d', ['DCIM/100ORREL', 'DCIM/101ORREL'][$random->getInt(0, 1)], $random->getInt(1, 60));
            foreach ($extensions[$random->getInt(0, 5)] as $extension) {
                $files["$stem.$extension"] = new CardFile("$stem.$extension", $random->getInt(1, 40) * 1000, 1_777_000_000 + $i);
            }
        }
        $files['MISC/x.mrk'] = new CardFile('MISC/x.mrk', 1, 0);
        $grouping = FrameGrouping::of(array_values($files));
        $frames = [];
        foreach ($grouping->frames as $frame) {
            $at = \sprintf('2026:05:%02d 21:%02d:%02d', $random->getInt(4, 6), $random->getInt(0, 1), $random->getInt(0, 3));
            $facts = 0 === $random->getInt(0, 9) ? null : new CaptureFacts(CapturedAt::fromExif($at, (string) $random->getInt(0, 9)), 'Orrel', 'Orrel M4', '1');
            $unreadable = 0 === $random->getInt(0, 11) ? [$frame->lead()->path => 'nothing but zeros'] : [];
            $frames[] = new ReadFrame($frame, $facts, null === $facts ? null : $frame->lead(), null, $unreadable);
        }

        return new CardContents($frames, $grouping->others, []);
    }

    private static function plan(CardContents $card, Randomizer $random): Plan
    {
        $words = ['lantern boats', "e\u{301}toile: *salt*?", str_repeat('long ', 80), '...', 'CON', "tab\tand\nbreak"];
        $descriptions = ['2026-05-04' => $words[$random->getInt(0, 5)], '2026-05-05' => $words[$random->getInt(0, 5)]];
        $sorted = $card->frames;
        usort($sorted, static fn (ReadFrame $a, ReadFrame $b): int => $a->frame->key <=> $b->frame->key);
        $out = $again = $prints = $known = [];
        foreach ($sorted as $frame) {
            match ($random->getInt(0, 7)) {
                0 => $out[] = $frame->frame->key,
                1 => $again[] = $frame->frame->key,
                2 => $known['print of '.$frame->frame->lead()->path] = new HeldAs('2026/held/'.$frame->frame->key.'.jpg', '2026-05-03', 1),
                default => null,
            };
            foreach ($frame->frame->files as $file) {
                $prints[$file->path] = 'print of '.$file->path;
            }
        }
        $taken = new class($random->getInt(0, 3)) implements NamesInUse {
            public function __construct(private readonly int $every)
            {
            }

            public function isTaken(string $folder, string $name): bool
            {
                return $this->every > 0 && !str_contains($name, '-'.$this->every.'.') && 0 === crc32($name) % 5;
            }
        };

        return Planner::plan($card, new Wishes($descriptions, $out, $again, Companions::cases()[$random->getInt(0, 2)], 'otherwise'), $taken, Holdings::compare($sorted, $prints, new Known($known)));
    }
}
