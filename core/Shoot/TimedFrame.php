<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Shoot;

use VelvetLedger\Core\Capture\CapturedAt;
use VelvetLedger\Core\Card\ReadFrame;

/** A frame with the time that it is planned by, which is the camera's unless something was done about it. */
final readonly class TimedFrame
{
    public function __construct(public ReadFrame $read, public CapturedAt $at, public TimeSource $by)
    {
    }

    public function key(): string
    {
        return $this->read->frame->key;
    }

    /** Seconds by which the camera's clock was corrected. */
    public function correction(): int
    {
        $camera = $this->read->facts?->takenAt;

        return TimeSource::Corrected === $this->by && null !== $camera ? $this->at->clockSeconds() - $camera->clockSeconds() : 0;
    }
}
