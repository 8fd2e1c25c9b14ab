<?php

declare(strict_types=1);

namespace VelvetLedger\Server\View\Stores;

use VelvetLedger\Core\Store\Drive;

/** A drive that is attached. */
final readonly class DriveView
{
    public string $path;
    public string $label;
    public string $device;
    public ?int $freeBytes;
    public bool $readOnly;

    public function __construct(Drive $drive)
    {
        $this->path = $drive->path;
        $this->label = $drive->label;
        $this->device = $drive->device;
        $this->freeBytes = $drive->freeBytes;
        $this->readOnly = $drive->isReadOnly;
    }
}
