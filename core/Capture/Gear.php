<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

/** What a still was taken with. Null means that the file does not say. */
final readonly class Gear
{
    public ?string $make;
    public ?string $model;
    public ?string $serial;
    public ?string $lens;

    public function __construct(?string $make = null, ?string $model = null, ?string $serial = null, ?string $lens = null)
    {
        $this->make = Recorded::text($make);
        $this->model = Recorded::text($model);
        $this->serial = Recorded::text($serial);
        $this->lens = Recorded::text($lens);
    }
}
