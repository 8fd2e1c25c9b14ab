<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Look;

use VelvetLedger\Server\Persistence\Looks\SensorRow;

/** What can be had back of a raw's light. */
final readonly class SensorView
{
    /** Whether it is still being read. */
    public bool $waits;

    /** Shares of samples at the white level, 0 to 1; null where they could not be read, or are not yet. */
    public ?float $red;
    public ?float $green;
    public ?float $blue;

    /** EV. */
    public ?float $stops;
    public ?string $because;

    public function __construct(?SensorRow $row)
    {
        $this->waits = null === $row;
        $this->red = $row?->red;
        $this->green = $row?->green;
        $this->blue = $row?->blue;
        $this->stops = $row?->stops;
        $this->because = $row?->because;
    }
}
