<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Held;

use VelvetLedger\Core\Shoot\Body;
use VelvetLedger\Core\Shoot\TimedFrame;

/** What one body took in one shoot of the ledger: from when to when, local time of the place, seconds. */
final readonly class HeldSpan
{
    /** A camera that took nothing for longer was on another job. Common practice, no published source. */
    private const NEAR = 2 * 3600;

    public function __construct(public int $shoot, public string $body, public int $from, public int $to)
    {
    }

    /** Whether a frame of the same body was taken within it, or near. */
    public function isNear(TimedFrame $frame): bool
    {
        $at = $frame->at->clockSeconds();

        return $this->body === Body::of($frame->read->facts)?->name() && $at >= $this->from - self::NEAR && $at <= $this->to + self::NEAR;
    }

    /** Seconds between it and a frame; 0 within. */
    public function apart(TimedFrame $frame): int
    {
        $at = $frame->at->clockSeconds();

        return max(0, $this->from - $at, $at - $this->to);
    }
}
