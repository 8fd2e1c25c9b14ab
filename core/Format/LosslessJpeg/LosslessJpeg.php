<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\LosslessJpeg;

/** Writes samples of 16 bits as JPEG by the lossless process with Huffman coding (ITU-T T.81 annex H, SOF3). */
final readonly class LosslessJpeg
{
    private const TRIED_LINES = 8;

    /** From so many lines on, one of so many is counted for the code: the others are much like it. */
    private const MANY_LINES = 64;
    private const COUNTED = 4;

    /** Predictors that are tried on each tile, of those that suit the picture best. */
    private const KEPT = 2;

    /**
     * @param list<Arrangement> $arrangements of which the smallest is taken
     * @param list<Predictor>   $predictors
     */
    public function __construct(private array $arrangements = [new Arrangement()], private array $predictors = [Predictor::Left, Predictor::Above, Predictor::AboveLeft, Predictor::Plane, Predictor::LeftAndHalfSlope, Predictor::AboveAndHalfSlope, Predictor::Mean])
    {
    }

    /**
     * For all tiles of a picture: the arrangement that makes these samples smallest, and the predictors that do so with it, of which
     * each tile takes its own.
     *
     * @param string $samples uint16 LE, row major, $width x $height
     */
    public function settledOn(string $samples, int $width, int $height): self
    {
        [$best, $least, $bits] = [$this->arrangements[0], \INF, []];
        foreach ($this->arrangements as $arrangement) {
            $sizes = $arrangement->fits($width, $height) ? $this->bits(Lines::of($samples, $width, $height, $arrangement)) : [\INF];
            if (min($sizes) < $least) {
                [$best, $least, $bits] = [$arrangement, min($sizes), $sizes];
            }
        }
        asort($bits);

        return new self([$best], [] === $bits ? $this->predictors : array_map(fn (int $one): Predictor => $this->predictors[$one], \array_slice(array_keys($bits), 0, self::KEPT)));
    }

    /**
     * @param string $samples uint16 LE, row major, $width x $height
     *
     * @return string a whole JPEG stream of 16-bit precision
     */
    public function encode(string $samples, int $width, int $height): string
    {
        $arrangement = \count($this->arrangements) > 1 ? $this->settledOn($samples, $width, $height)->arrangements[0] : $this->arrangements[0];
        $lines = Lines::of($samples, $width, $height, $arrangement->fits($width, $height) ? $arrangement : new Arrangement());
        $predictor = \count($this->predictors) > 1 ? $this->best($lines) : $this->predictors[0];
        [$coded, $found, $above] = [[], array_fill(0, 0x10000, 0), null];
        $each = \count($lines->fours) < self::MANY_LINES ? 1 : self::COUNTED;
        foreach ($lines->fours as $y => $line) {
            $coded[] = $differences = $predictor->differences($line, $above, $lines->components);
            if (0 === $y % $each) {
                Differences::count($differences, $lines->width, $found);
            }
            $above = $line;
        }
        // Of lines that were not counted, any category may come.
        $code = HuffmanCode::of(array_map(static fn (int $often): int => 1 === $each ? $often : $often + 1, Differences::byCategory($found)));

        return self::header($lines, $predictor, $code).Differences::bits($coded, $lines->width, Differences::table($code))."\xFF\xD9";
    }

    /** Judged by some lines out of all parts. */
    private function best(Lines $lines): Predictor
    {
        $bits = $this->bits($lines);

        return $this->predictors[(int) array_search(min($bits), $bits, true)];
    }

    /** @return non-empty-list<float> predictor by predictor, bits a sample, by the entropy of the differences' categories */
    private function bits(Lines $lines): array
    {
        $sizes = [];
        foreach ($this->predictors as $predictor) {
            $found = array_fill(0, 0x10000, 0);
            for ($i = 0, $count = \count($lines->fours); $i < min($count, self::TRIED_LINES); ++$i) {
                $y = intdiv((2 * $i + 1) * $count, 2 * min($count, self::TRIED_LINES));
                Differences::count($predictor->differences($lines->fours[$y], $lines->fours[$y - 1] ?? null, $lines->components), $lines->width, $found);
            }
            $categories = array_filter(Differences::byCategory($found), static fn (int $often): bool => $often > 0);
            [$bits, $all] = [0.0, array_sum($categories)];
            foreach ($categories as $category => $often) {
                $bits += $often * (max(1.0, -log($often / $all, 2)) + $category % 16);
            }
            $sizes[] = $bits / $all;
        }

        return [] === $sizes ? [\INF] : $sizes;
    }

    /** What stands before the coded samples: SOI, SOF3, DHT, SOS (B.2.2 to B.2.4). */
    private static function header(Lines $lines, Predictor $predictor, HuffmanCode $code): string
    {
        $scan = \chr($lines->components);
        $frame = pack('Cnn', 16, \count($lines->fours), intdiv($lines->width, $lines->components)).$scan;
        for ($i = 1; $i <= $lines->components; ++$i) {
            $frame .= pack('C3', $i, 0x11, 0);
            $scan .= pack('C2', $i, 0);
        }
        $header = "\xFF\xD8";
        foreach (["\xC3" => $frame, "\xC4" => $code->table(), "\xDA" => $scan.pack('C3', $predictor->value, 0, 0)] as $marker => $body) {
            $header .= "\xFF".$marker.pack('n', \strlen($body) + 2).$body;
        }

        return $header;
    }
}
