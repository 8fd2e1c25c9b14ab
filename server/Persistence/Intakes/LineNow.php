<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Intakes;

/** How a file that came in is called now, where it lies, and in which shoot. */
final readonly class LineNow
{
    public function __construct(public string $folder, public string $name, public LineShoot $shoot)
    {
    }
}
