<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Cards;

use VelvetLedger\Core\Hint\Luminance;
use VelvetLedger\Core\Hint\Measurement;

/** A still's exposure: 64 bins of brightness, dark to light, as shares of the fullest; shares of all pixels 0 to 1. */
final readonly class HistogramView
{
    private const BINS = 64;

    /** @var list<float> */
    public array $bins;

    public float $blackShare;
    public float $clippedShare;

    public function __construct(Luminance $picture)
    {
        $bins = array_fill(0, self::BINS, 0);
        foreach ($picture->histogram() as $value => $count) {
            $bins[intdiv($value * self::BINS, 256)] += $count;
        }
        $most = max(1, ...$bins);
        $this->bins = array_map(static fn (int $count): float => round($count / $most, 4), array_values($bins));
        $measured = Measurement::of($picture);
        $this->blackShare = $measured->blackShare;
        $this->clippedShare = $measured->clippedShare;
    }
}
