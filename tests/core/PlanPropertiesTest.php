<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;
use VelvetLedger\Core\Capture\CapturedAt;
use VelvetLedger\Core\Card\CardContents;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\Frame;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Held\Comparison;
use VelvetLedger\Core\Held\HeldAs;
use VelvetLedger\Core\Held\Known;
use VelvetLedger\Core\Held\PromisedBy;
use VelvetLedger\Core\Held\Suspects;
use VelvetLedger\Core\Naming\PortableText;
use VelvetLedger\Core\Naming\Scope;
use VelvetLedger\Core\Plan\About;
use VelvetLedger\Core\Plan\Intent;
use VelvetLedger\Core\Plan\Plan;
use VelvetLedger\Core\Plan\Planner;
use VelvetLedger\Core\Plan\Problem;
use VelvetLedger\Core\Plan\StoreState;
use VelvetLedger\Core\Plan\Wishes;
use VelvetLedger\Core\Shoot\ClockCorrection;
use VelvetLedger\Core\Shoot\Clocks;
use VelvetLedger\Tests\StoreOf;

/** Whatever is on a card and whatever is wished, a plan keeps these promises. Seeded, so that a failure comes again. */
final class PlanPropertiesTest extends TestCase
{
    public function testEveryFileHasOneLineAndNewNamesAreUniquePortableAndInOrder(): void
    {
        for ($seed = 0; $seed < 300; ++$seed) {
            $random = new Randomizer(new Mt19937($seed));
            $card = RandomDesk::card($random);
            $plan = self::plan($card, $random);
            $this->everyFileHasOneLine($card, $plan, $seed);
            $this->namesAreUniqueAndPortable($plan, $seed);
            $this->framesShareOneStem($plan, $seed);
            $this->numbersFollowTime($plan, $seed);
            $this->shootsHoldEveryFrameOnce($card, $plan, $seed);
            $totals = $plan->totals;
            self::assertSame($totals->files->all, $totals->files->number(Intent::BringIn) + $totals->files->number(Intent::Held, Intent::Promised) + $totals->files->number(Intent::LeaveOut) + $totals->files->number(Intent::NotAStill) + $totals->files->number(Intent::Unreadable), "seed $seed");
            self::assertSame($totals->frames->all, $totals->frames->toBringIn + $totals->frames->held + $totals->frames->leftOut + $totals->frames->unreadable, "seed $seed");
            self::assertSame($totals->files->number(Intent::BringIn), array_sum($totals->files->kinds), "seed $seed");
            $this->shootsAddUpToTheTotals($plan, $seed);
            self::assertSame($totals->files->bytesToBringIn, array_sum(array_map(static fn ($shoot): int => $shoot->files->bytesToBringIn, $plan->shoots)), "seed $seed");
        }
    }

    /** What is held, left out, a twin or unwanted takes no number: with nothing in the way at the store, numbers follow one another. */
    public function testNumbersHaveNoGaps(): void
    {
        for ($seed = 0; $seed < 150; ++$seed) {
            $random = new Randomizer(new Mt19937($seed));
            $plan = self::plan(RandomDesk::card($random), $random, new StoreOf());
            $numbers = [];
            foreach ($plan->lines as $line) {
                if (null !== $line->number && null !== $line->becomes) {
                    $shoot = $plan->shootsByFrame()[$line->frame?->key()] ?? self::fail();
                    $scope = match ($line->becomes->scope) {
                        Scope::RunningOn => 'running',
                        Scope::Day => $shoot->title->date,
                        default => implode("\n", [$shoot->place->folder, $shoot->title->date, $shoot->title->description]),
                    };
                    $numbers[$scope][$line->number] = true;
                }
            }
            $inTheWay = array_filter($plan->problems, static fn (Problem $problem): bool => About::Collision === $problem->about);
            foreach ([] === $inTheWay ? $numbers : [] as $scope => $of) {
                self::assertCount(max(array_keys($of)) - min(array_keys($of)) + 1, $of, "seed $seed, $scope");
            }
        }
    }

    private function shootsAddUpToTheTotals(Plan $plan, int $seed): void
    {
        $sums = [0, 0, 0, 0];
        foreach ($plan->shoots as $shoot) {
            self::assertSame(\count($shoot->frames->keys), $shoot->counts->all, "seed $seed");
            self::assertCount($shoot->counts->toBringIn, $shoot->frames->marked, "seed $seed");
            $sums = [$sums[0] + $shoot->counts->toBringIn, $sums[1] + $shoot->counts->held, $sums[2] + $shoot->counts->leftOut, $sums[3] + array_sum($shoot->files->kinds)];
        }
        self::assertSame([$plan->totals->frames->toBringIn, $plan->totals->frames->held, $plan->totals->frames->leftOut, $plan->totals->files->number(Intent::BringIn)], $sums, "seed $seed");
    }

    public function testTheSameInputGivesTheSamePlanInWhateverOrderTheCardIsListed(): void
    {
        for ($seed = 100; $seed < 110; ++$seed) {
            $card = RandomDesk::card(new Randomizer(new Mt19937($seed)));
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
        $seen = $stems = [];
        foreach ($plan->lines as $line) {
            $to = $line->to();
            if (null === $to) {
                self::assertNotSame(Intent::BringIn, $line->intent);
                continue;
            }
            $key = PortableText::key($to);
            self::assertArrayNotHasKey($key, $seen, "seed $seed: two files become $to");
            $seen[$key] = true;
            $stem = explode('.', PortableText::key((string) $line->name))[0];
            $frame = $stems["$line->folder/$stem"] ??= $line->frame?->key();
            self::assertSame($frame, $line->frame?->key(), "seed $seed: two frames are called $line->folder/$stem");
            foreach (explode('/', $to) as $part) {
                // "Naming Files, Paths, and Namespaces" (Windows' published rules) and NFC (UAX #15).
                self::assertDoesNotMatchRegularExpression('/[<>:"\\\\|?*\x00-\x1F]|[ .]$|^[ ]|^(con|prn|aux|nul|com\d|lpt\d)(\.|$)/i', $part, "seed $seed: $to");
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
                $stems[$line->frame->key()]["$line->folder/".preg_replace('/(?<=.)\..*$/', '', $line->name)] = true;
            }
        }
        foreach ($stems as $ofOneFrame) {
            $names = array_map(strval(...), array_keys($ofOneFrame));
            sort($names);
            self::assertTrue(1 === \count($names) || $names[0].'b' === $names[1], "seed $seed: ".implode(' and ', $names));
        }
    }

    private function numbersFollowTime(Plan $plan, int $seed): void
    {
        foreach ($plan->shoots as $shoot) {
            $last = null;
            foreach ($plan->lines as $line) {
                if (null === $line->number || null === $line->frame || !\in_array($line->frame->key(), $shoot->frames->keys, true)) {
                    continue;
                }
                self::assertTrue(null === $last || ($last->number <= $line->number && $last->frame?->at->sortKey() <= $line->frame->at->sortKey()), "seed $seed: {$line->name} comes before an earlier frame");
                self::assertStringContainsString((string) $line->number, (string) $line->name);
                $last = $line;
            }
        }
    }

    private function shootsHoldEveryFrameOnce(CardContents $card, Plan $plan, int $seed): void
    {
        $in = array_merge(...array_map(static fn ($shoot): array => $shoot->frames->keys, $plan->shoots));
        $readable = array_map(static fn (ReadFrame $frame): string => $frame->frame->key, array_values(array_filter($card->frames, static fn (ReadFrame $frame): bool => !$frame->isUnreadable())));
        sort($in);
        sort($readable);
        self::assertSame($readable, $in, "seed $seed");
        self::assertSame($plan->totals->files->number(Intent::BringIn), array_sum(array_column($plan->tree, 'files')), "seed $seed: the tree holds what is brought in");
        self::assertSame(array_values(array_unique(array_map(PortableText::key(...), array_column($plan->tree, 'path')))), array_map(PortableText::key(...), array_column($plan->tree, 'path')), "seed $seed: one spelling a folder");
    }

    private static function plan(CardContents $card, Randomizer $random, ?StoreState $store = null): Plan
    {
        $sorted = $card->frames;
        usort($sorted, static fn (ReadFrame $a, ReadFrame $b): int => $a->frame->key <=> $b->frame->key);
        $out = $again = $prints = $known = $promised = $copied = [];
        foreach ($sorted as $frame) {
            match ($random->getInt(0, 7)) {
                0 => $out[] = $frame->frame->key,
                1 => $again[] = $frame->frame->key,
                2 => $known['print of '.$frame->frame->files[$random->getInt(0, \count($frame->frame->files) - 1)]->path] = [new HeldAs('2026/held/'.$frame->frame->key.'.jpg', '2026-05-03', 1)],
                3 => $copied[$frame->frame->lead()->path] = 'print of '.$sorted[0]->frame->lead()->path,
                4 => $promised['print of '.$frame->frame->lead()->path] = new PromisedBy(3, 'SLOT_1', 'print of '.$frame->frame->lead()->path),
                default => null,
            };
            foreach ($frame->frame->files as $file) {
                $prints[$file->path] = 'print of '.$file->path;
            }
        }
        $keys = array_map(static fn (ReadFrame $frame): string => $frame->frame->key, $sorted);
        $wishes = new Wishes(RandomDesk::order($random), RandomDesk::shoots($random, $keys), RandomDesk::edits($random, $keys), new Clocks(['Orrel M4, no. 1' => ClockCorrection::by($random->getInt(-90_000, 90_000))]), $out, $again, 'otherwise');

        return Planner::plan($card, $wishes, $store ?? RandomDesk::store($random), Comparison::of($sorted, $copied + $prints, new Known($known, promised: $promised)), CapturedAt::fromText('2026-11-23 09:00'));
    }
}
