<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Looks;

use VelvetLedger\Server\Persistence\Row;

/** What a raw's sensor took of the light, as it was read: see Headroom; or why it could not be. */
final readonly class SensorRow
{
    public ?float $red;
    public ?float $green;
    public ?float $blue;
    public ?float $stops;
    public ?string $because;

    /** @param array<string, mixed> $columns */
    public function __construct(array $columns)
    {
        $row = Row::of($columns);
        $this->red = $row->floatOrNull('red');
        $this->green = $row->floatOrNull('green');
        $this->blue = $row->floatOrNull('blue');
        $this->stops = $row->floatOrNull('stops');
        $this->because = $row->textOrNull('because');
    }
}
