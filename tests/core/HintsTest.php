<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Capture\CapturedAt;
use VelvetLedger\Core\Capture\CaptureFacts;
use VelvetLedger\Core\Capture\Exposure;
use VelvetLedger\Core\Capture\Gear;
use VelvetLedger\Core\Card\CardFile;
use VelvetLedger\Core\Card\Frame;
use VelvetLedger\Core\Card\ReadFrame;
use VelvetLedger\Core\Hint\FrameHint;
use VelvetLedger\Core\Hint\Hints;
use VelvetLedger\Core\Hint\Luminance;
use VelvetLedger\Core\Hint\Measurement;
use VelvetLedger\Core\Hint\Shot;

final class HintsTest extends TestCase
{
    public function testSharesMeanAndFocusAreWhatTheFormulasSay(): void
    {
        // 8 x 8: left half 0, right half 255. Along the two columns at the edge the Laplacian is +255 and -255.
        $half = Measurement::of(new Luminance(str_repeat(str_repeat("\0", 4).str_repeat("\xFF", 4), 8), 8, 8));
        self::assertSame([0.5, 0.5, 127.5, 255], [$half->blackShare, $half->clippedShare, $half->mean, $half->brightest]);
        self::assertNull($half->focus, 'no square of it is whole');
        $stripes = Measurement::of(new Luminance(str_repeat(str_repeat("\0\xFF", 16), 32), 32, 32));
        self::assertEqualsWithDelta(16.0, $stripes->focus, 1e-9); // in stripes of one pixel the Laplacian is 4 x (127.5 - v), so its variance 16 times theirs
        $flat = Measurement::of(self::flat(120));
        self::assertSame([0.0, 0.0, 120.0, null], [$flat->blackShare, $flat->clippedShare, $flat->mean, $flat->focus]);
    }

    public function testBlackBlownUnderAndNeither(): void
    {
        $lamp = str_repeat("\x05", 1000);
        $lamp = "\xFF\xFF".substr($lamp, 2);
        $pictures = [
            'cap' => self::flat(4),
            'lamp in the night' => new Luminance($lamp, 40, 25),
            'white' => self::flat(252),
            'grey' => self::flat(118),
        ];
        $names = array_map(static fn (array $hints): array => array_map(static fn (FrameHint $hint): string => $hint->hint->value, $hints), Hints::of([], array_map(Measurement::of(...), $pictures)));
        self::assertSame(['cap' => ['black'], 'lamp in the night' => ['under'], 'white' => ['blown']], $names);
    }

    public function testAFrameLeavesTheExposureOfNeighboursThatAgree(): void
    {
        $of = static fn (int ...$means): array => array_keys(Hints::of([], array_map(static fn (int $mean): Measurement => Measurement::of(self::flat($mean)), $means)));
        self::assertSame([[2], [3], [], [], []], [$of(120, 120, 60, 118, 122), $of(60, 62, 60, 130, 61, 60), $of(120, 120, 90, 118, 122), $of(120, 60, 120, 60, 120), $of(60, 120, 60)], 'not by less, not where they differ, and not by two');
    }

    public function testAFrameIsSoftBesideItsNeighboursAndNotByItself(): void
    {
        $sharp = self::checks(2);
        $soft = self::waves(16);
        $measured = array_map(Measurement::of(...), ['a' => $sharp, 'b' => $sharp, 'c' => $soft, 'd' => $sharp, 'e' => $sharp, 'f' => $sharp]);
        self::assertSame(['c'], array_keys(Hints::of([], $measured)));
        self::assertSame([], Hints::of([], array_map(Measurement::of(...), ['a' => $soft, 'b' => $soft, 'c' => $soft, 'd' => $soft, 'e' => $soft])), 'a foggy morning is no mistake');
        $dusk = self::checks(2, 100, 118); // the same edges in a seventh of the light
        self::assertSame(['c'], array_keys(Hints::of([], array_map(Measurement::of(...), ['a' => $sharp, 'b' => $dusk, 'c' => $soft, 'd' => $dusk, 'e' => $sharp, 'f' => $sharp]))), 'a dim scene is not soft');
        self::assertSame([], Hints::of([], array_map(Measurement::of(...), ['a' => $sharp, 'b' => $sharp, 'c' => self::flat(118), 'd' => $sharp, 'e' => $sharp, 'f' => $sharp])), 'of a plain sky nothing can be said');
    }

    public function testBurstsAndBracketsAreToldByTimeAndExposure(): void
    {
        $frames = [
            ...self::sequence('A', '21:00:00', ['00' => 0.0, '25' => 0.0, '50' => 0.0, '75' => 0.0]),
            ...self::sequence('B', '21:05:00', ['10' => 0.0, '40' => -2.0, '70' => 2.0]),
            ...self::sequence('C', '21:09:00', ['00' => 0.0, '30' => 0.0]),
            ...self::sequence('D', '21:09:02', ['00' => 0.0]),
        ];
        $dark = Measurement::of(self::flat(3));
        $hints = Hints::of(array_map(Shot::ofRead(...), $frames), [$frames[5]->frame->key => $dark, $frames[9]->frame->key => $dark]);
        $words = [];
        foreach ($frames as $frame) {
            foreach ($hints[$frame->frame->key] ?? [] as $hint) {
                $words[$frame->frame->stem][] = trim($hint->hint->value.' '.$hint->place.'/'.$hint->of, ' /');
            }
        }
        self::assertSame([
            'A00' => ['burst 1/4'], 'A25' => ['burst 2/4'], 'A50' => ['burst 3/4'], 'A75' => ['burst 4/4'],
            'B10' => ['bracket 1/3'], 'B40' => ['bracket 2/3'], 'B70' => ['bracket 3/3'],
            'D00' => ['black'],
        ], $words, 'the dark frame of a bracket is meant to be dark');
    }

    private static function flat(int $value): Luminance
    {
        return new Luminance(str_repeat(\chr($value), 400), 20, 20);
    }

    /** Brightness that goes up and down without an edge, over $size pixels. */
    private static function waves(int $size): Luminance
    {
        $values = '';
        for ($i = 0; $i < 64 * 64; ++$i) {
            $values .= \chr((int) (125 + 60 * sin(2 * \M_PI * ($i % 64) / $size)));
        }

        return new Luminance($values, 64, 64);
    }

    private static function checks(int $size, int $dark = 60, int $light = 190): Luminance
    {
        $values = '';
        for ($i = 0; $i < 64 * 64; ++$i) {
            $values .= \chr(0 === (intdiv($i % 64, $size) + intdiv(intdiv($i, 64), $size)) % 2 ? $dark : $light);
        }

        return new Luminance($values, 64, 64);
    }

    /**
     * @param array<int|string, float> $exposures hundredths of the second => bias in EV
     *
     * @return list<ReadFrame>
     */
    private static function sequence(string $name, string $clock, array $exposures): array
    {
        $frames = [];
        foreach ($exposures as $hundredths => $bias) {
            $file = new CardFile("DCIM/$name$hundredths.JPG", 1, 0);
            $facts = new CaptureFacts(CapturedAt::fromExif("2026:05:04 $clock", \sprintf('%02s', $hundredths)), new Gear('Orrel', 'Orrel M4', '1'), new Exposure(biasEv: $bias));
            $frames[] = new ReadFrame(new Frame([$file], $name.$hundredths), $facts, $file, null, []);
        }

        return $frames;
    }
}
