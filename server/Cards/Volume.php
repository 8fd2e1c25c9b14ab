<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Cards;

use VelvetLedger\Core\Card\PathText;

/** A mounted volume that holds a DCIM folder, or a folder given on the command line. */
final readonly class Volume
{
    /** Names the volume in addresses: 16 hexadecimal digits. */
    public string $id;

    public function __construct(public string $path)
    {
        $this->id = hash('xxh64', $path);
    }

    public function label(): string
    {
        return PathText::of(basename($this->path));
    }
}
