<?php

declare(strict_types=1);

namespace VelvetLedger\Demo;

/** One exposure of the story: what is seen, when, and with which settings. */
final readonly class Shot
{
    /**
     * @param int   $takenAt     true moment, seconds since the epoch as if Quillhaven kept UTC
     * @param int   $centisecond hundredths of a second after it
     * @param int   $seed        decides the composition; equal seeds give the same view
     * @param float $shift       how far the view has moved since the seed's first frame, in frame widths
     * @param float $ev          exposure bias in EV
     * @param int   $rawScale    pixels of the raw to each that is painted, along an edge
     */
    public function __construct(
        public Scene $scene,
        public int $number,
        public int $takenAt,
        public int $centisecond,
        public int $seed,
        public bool $raw = false,
        public Fault $fault = Fault::None,
        public float $shift = 0.0,
        public float $ev = 0.0,
        public int $rawScale = 1,
    ) {
    }
}
