<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Persistence\Shoots;

use Doctrine\ORM\Mapping as ORM;
use VelvetLedger\Core\Shoot\TimedFrame;
use VelvetLedger\Core\Shoot\TimeSource;

/** When a frame was taken, as it was planned by. */
#[ORM\Embeddable]
final readonly class FrameTime
{
    /**
     * @param string $takenAt         by its camera's clock as corrected, or by what the source says: "2026-05-04T21:14:09"
     * @param int    $clockCorrection seconds by which the camera's clock was put on
     */
    private function __construct(
        #[ORM\Column(length: 19)]
        public string $takenAt,
        #[ORM\Column(length: 24)]
        public TimeSource $timeSource,
        #[ORM\Column]
        public int $clockCorrection,
    ) {
    }

    public static function of(TimedFrame $frame): self
    {
        return new self($frame->at->local, $frame->by, $frame->correction());
    }
}
