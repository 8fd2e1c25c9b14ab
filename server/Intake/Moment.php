<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Intake;

use VelvetLedger\Core\Capture\CapturedAt;

/** A moment that a frame shows, and what the frame is called. */
final readonly class Moment
{
    public function __construct(public CapturedAt $at, public string $name)
    {
    }
}
