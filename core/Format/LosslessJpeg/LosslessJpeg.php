<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\LosslessJpeg;

/** Writes samples of 16 bits as JPEG by the lossless process with Huffman coding (ITU-T T.81 annex H, SOF3). */
final readonly class LosslessJpeg
{
    private const TRIED_LINES = 8;

    /**
     * @param list<Arrangement> $arrangements of which the smallest is taken
     * @param list<Predictor>   $predictors
     */
    public function __construct(private array $arrangements = [new Arrangement()], private array $predictors = [Predictor::Left, Predictor::Above, Predictor::AboveLeft, Predictor::Plane, Predictor::LeftAndHalfSlope, Predictor::AboveAndHalfSlope, Predictor::Mean])
    {
    }

    /**
     * One arrangement for all tiles of a picture: the one that makes these samples smallest.
     *
     * @param string $samples uint16 LE, row major, $width x $height
     */
    public function settledOn(string $samples, int $width, int $height): self
    {
        [$best, $least] = [$this->arrangements[0], \INF];
        foreach ($this->arrangements as $arrangement) {
            $size = $arrangement->fits($width, $height) ? $this->best(Lines::of($samples, $width, $height, $arrangement))[1] : \INF;
            if ($size < $least) {
                [$best, $least] = [$arrangement, $size];
            }
        }

        return new self([$best], $this->predictors);
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
        $predictor = \count($this->predictors) > 1 ? $this->best($lines)[0] : $this->predictors[0];
        [$coded, $found, $above] = [[], array_fill(0, 0x10000, 0), null];
        foreach ($lines->fours as $line) {
            $coded[] = $differences = $predictor->differences($line, $above, $lines->components);
            Differences::count($differences, $lines->width, $found);
            $above = $line;
        }
        $code = HuffmanCode::of(Differences::byCategory($found));

        return self::header($lines, $predictor, $code).Differences::bits($coded, $lines->width, Differences::table($found, $code))."\xFF\xD9";
    }

    /** @return array{Predictor, float} judged by some lines out of all parts; and bits a sample, by the entropy of the differences' categories */
    private function best(Lines $lines): array
    {
        [$best, $least] = [$this->predictors[0], \INF];
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
            if ($bits / $all < $least) {
                [$best, $least] = [$predictor, $bits / $all];
            }
        }

        return [$best, $least];
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
