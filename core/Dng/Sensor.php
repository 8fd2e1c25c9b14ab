<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

/** What must be known of a sensor to make a picture of its mosaic. */
final readonly class Sensor
{
    /**
     * @param Area $active where light falls; around it lie margins that are masked
     * @param Area $crop   what the camera shows of it
     */
    public function __construct(public FilterPattern $pattern, public Area $active, public Area $crop, public Levels $levels)
    {
    }
}
