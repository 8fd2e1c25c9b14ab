<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Work;

/** To read a raw's samples, for the page that waits for it; who misses it asks again. */
final readonly class ReadSensor
{
    public function __construct(public int $frame)
    {
    }
}
