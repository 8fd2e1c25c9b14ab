<?php

declare(strict_types=1);

namespace VelvetLedger\Tests\core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use VelvetLedger\Core\Format\LosslessJpeg\Arrangement;
use VelvetLedger\Core\Format\LosslessJpeg\Differences;
use VelvetLedger\Core\Format\LosslessJpeg\HuffmanCode;
use VelvetLedger\Core\Format\LosslessJpeg\LosslessJpeg;
use VelvetLedger\Core\Format\LosslessJpeg\Predictor;

/** The lossless process of ITU-T T.81, from the standard's own examples; streams as a whole are decoded by other programs in tests/reference. */
final class LosslessJpegTest extends TestCase
{
    /** T.81 table K.3: the code for differences of brightness has these lengths, and by annex C these codes. */
    public function testCodesAreThoseOfTableK3(): void
    {
        $lengths = [0 => 2, 1 => 3, 2 => 3, 3 => 3, 4 => 3, 5 => 3, 6 => 4, 7 => 5, 8 => 6, 9 => 7, 10 => 8, 11 => 9];
        $code = HuffmanCode::of(array_map(static fn (int $length): int => 1 << 20 - $length, $lengths));
        self::assertSame($lengths, $code->lengths);
        self::assertSame(['00', '010', '011', '100', '101', '110', '1110', '11110', '111110', '1111110', '11111110', '111111110'], array_map(static fn (int $symbol): string => str_pad(decbin($code->codes[$symbol]), $lengths[$symbol], '0', \STR_PAD_LEFT), array_keys($lengths)));
        // Section K.3.3.1 prints this table as it stands in a DHT segment: counts, then values.
        self::assertSame('0000010501010101010100000000000000000102030405060708090a0b', bin2hex($code->table()));
    }

    /** T.81 K.2: no more than 16 bits, no code of all ones, and no shorter code could be had. */
    public function testCodesAreShortAndNoneIsAllOnes(): void
    {
        $fibonacci = [1, 1];
        for ($i = 2; $i < 17; ++$i) {
            $fibonacci[] = $fibonacci[$i - 1] + $fibonacci[$i - 2];
        }
        foreach ([$fibonacci, array_fill(0, 17, 1_000_000), [5 => 1], [0 => 90, 16 => 1], array_fill(0, 200, 1)] as $frequencies) {
            $code = HuffmanCode::of($frequencies);
            self::assertSame(array_keys($frequencies), array_values(array_unique(array_intersect(array_keys($frequencies), array_keys($code->lengths)))));
            self::assertSame([], array_filter($code->lengths, static fn (int $length): bool => $length < 1 || $length > 16));
            $sum = 0;
            foreach ($code->codes as $symbol => $bits) {
                self::assertNotSame((1 << $code->lengths[$symbol]) - 1, $bits, 'all ones');
                $sum += 1 << 16 - $code->lengths[$symbol];
            }
            self::assertLessThan(1 << 16, $sum, 'room is left for the code of all ones');
        }
    }

    /** T.81 table H.1, sample by sample, and H.1.2.1 for the first line and column. */
    #[DataProvider('predictors')]
    public function testPredictorsAreThoseOfTableH1(Predictor $predictor, int $components): void
    {
        mt_srand(1000 * $predictor->value + $components);
        $lines = [];
        foreach ([static fn (): int => mt_rand(0, 65535), static fn (): int => [0, 65535, 32768, 32767, 1][mt_rand(0, 4)], static fn (): int => mt_rand(8000, 8200)] as $sample) {
            for ($y = 0; $y < 4; ++$y) {
                $lines[] = array_map($sample, range(1, 24));
            }
        }
        $above = $aboveFours = null;
        foreach ($lines as $line) {
            /** @var non-empty-array<int, int> $fours */
            $fours = unpack('P*', pack('v*', ...$line));
            /** @var array<int, int> $found */
            $found = unpack('v*', pack('P*', ...$predictor->differences($fours, $aboveFours, $components)));
            self::assertSame(self::expected($predictor->value, $line, $above, $components), array_values($found));
            [$above, $aboveFours] = [$line, $fours];
        }
    }

    /** @return iterable<array{Predictor, int}> */
    public static function predictors(): iterable
    {
        foreach (Predictor::cases() as $predictor) {
            foreach ([1, 2, 3, 4] as $components) {
                yield "$predictor->name, $components" => [$predictor, $components];
            }
        }
    }

    /** T.81 table H.2: the category of a difference, and the bits that follow its code; 32,768 has none. */
    public function testDifferencesAreCodedByCategory(): void
    {
        $found = array_fill(0, 65536, 0);
        foreach ([0, 1, -1, 2, -3, 255, -256, 32767, -32767, 32768] as $difference) {
            $found[$difference & 0xFFFF] = 1;
        }
        self::assertSame([0 => 1, 1 => 2, 2 => 2, 3 => 0, 4 => 0, 5 => 0, 6 => 0, 7 => 0, 8 => 1, 9 => 1, 10 => 0, 11 => 0, 12 => 0, 13 => 0, 14 => 0, 15 => 2, 16 => 1], Differences::byCategory($found));
        $code = HuffmanCode::of(Differences::byCategory($found));
        $table = Differences::table($code);
        $more = static fn (int $difference, int $category): string => decbin($table[$difference & 0xFFFF] >> 6 & (1 << $category) - 1);
        self::assertSame(['1', '0', '10', '0', '11111111', '11111111', '111111111111111', '0'], [$more(1, 1), $more(-1, 1), $more(2, 2), $more(-3, 2), $more(255, 8), $more(-256, 9), $more(32767, 15), $more(-32767, 15)]);
        self::assertSame($code->lengths[16], $table[32768] & 63);
    }

    /** T.81 F.1.2.3: a byte FF in the coded samples is followed by 00; B.1.1.2: none else is. */
    public function testBytesAreStuffedAndTheStreamIsWhole(): void
    {
        mt_srand(5);
        $jpeg = (new LosslessJpeg())->encode(pack('v*', ...array_map(static fn (): int => mt_rand(0, 65535), range(1, 4000))), 80, 50);
        self::assertSame("\xFF\xD8\xFF\xC3\0\x0B\x10\0\x32\0\x50\1\1\x11\0\xFF\xC4", substr($jpeg, 0, 17), 'SOI, SOF3: 16 bits, 50 lines of 80, one component; DHT');
        $scan = (int) strpos($jpeg, "\xFF\xDA");
        $coded = substr($jpeg, $scan + 10, -2);
        self::assertStringEndsWith("\xFF\xD9", $jpeg);
        self::assertGreaterThan(10, substr_count($coded, "\xFF"));
        self::assertSame(substr_count($coded, "\xFF"), substr_count($coded, "\xFF\0"));
    }

    public function testWhatIsFlatTakesABitASampleAndTheSmallestArrangementIsTaken(): void
    {
        self::assertLessThan(96 * 48 / 8 + 80, \strlen((new LosslessJpeg())->encode(str_repeat(pack('v', 900), 96 * 48), 96, 48)));
        // Two colours side by side, each of its own brightness: the neighbour of the same colour is two samples away, and two rows.
        mt_srand(3);
        $mosaic = '';
        for ($y = 0; $y < 48; ++$y) {
            $mosaic .= pack('v*', ...array_map(static fn (int $x): int => [[9000, 300], [4000, 60]][$y % 2][$x % 2] + $x + mt_rand(0, 20), range(0, 95)));
        }
        $size = static fn (Arrangement ...$of): int => \strlen((new LosslessJpeg(array_values($of)))->encode($mosaic, 96, 48));
        self::assertSame($size(new Arrangement(2, 2)), $size(...Arrangement::for(2, 2)));
        self::assertLessThan($size(new Arrangement(1, 1)) / 2, $size(new Arrangement(2, 2)));
    }

    /**
     * Table H.1 as it is printed, one sample at a time.
     *
     * @param list<int>      $line
     * @param list<int>|null $above
     *
     * @return list<int>
     */
    private static function expected(int $selection, array $line, ?array $above, int $components): array
    {
        $found = [];
        foreach ($line as $x => $sample) {
            $a = $line[$x - $components] ?? null;
            $b = $above[$x] ?? 0;
            $c = $above[$x - $components] ?? 0;
            $foretold = match (true) {
                null === $a => null === $above ? 32768 : $b,
                null === $above => $a,
                default => [1 => $a, 2 => $b, 3 => $c, 4 => $a + $b - $c, 5 => $a + ($b - $c >> 1), 6 => $b + ($a - $c >> 1), 7 => $a + $b >> 1][$selection],
            };
            $found[] = $sample - $foretold & 0xFFFF;
        }

        return $found;
    }
}
