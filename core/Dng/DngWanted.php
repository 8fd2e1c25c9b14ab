<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Dng;

/** How a DNG is to be made. */
final readonly class DngWanted
{
    /** @param int $previewEdge pixels of the larger preview's longer side */
    public function __construct(public int $previewEdge = 2048, public bool $embedsRaw = false)
    {
    }
}
