<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Jpeg;

/** One marker segment: the marker's second byte, and where its payload lies in the file. */
final readonly class Segment
{
    public function __construct(public int $marker, public int $at, public int $length)
    {
    }

    /** Application segment number $n (APP0 to APP15). */
    public function isApp(int $n): bool
    {
        return $this->marker === 0xE0 + $n;
    }

    /** SOF0 to SOF15, which carry the picture's size; not DHT, JPG or DAC, which share the range (T.81 table B.1). */
    public function isFrameHeader(): bool
    {
        return $this->marker >= 0xC0 && $this->marker <= 0xCF && !\in_array($this->marker, [0xC4, 0xC8, 0xCC], true);
    }
}
