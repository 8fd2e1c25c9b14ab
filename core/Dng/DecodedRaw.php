<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

/** A camera raw, decoded: its mosaic and what is to be known of it. */
final readonly class DecodedRaw
{
    /** @param int $orientation Exif's, 1 to 8 */
    public function __construct(public Mosaic $mosaic, public Sensor $sensor, public SensorColour $colour, public int $orientation, public string $camera)
    {
    }
}
