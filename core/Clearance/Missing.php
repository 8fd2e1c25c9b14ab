<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Clearance;

/** One file that keeps its card from being formatted, and why. */
final readonly class Missing
{
    public function __construct(public string $path, public Lack $lack, public Remedy $remedy, public string $because, public bool $isStill = false)
    {
    }
}
