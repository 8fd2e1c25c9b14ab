<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Shoot;

use VelvetLedger\Core\Capture\CapturedAt;
use VelvetLedger\Core\Card\ReadFrame;

/** What is done about times: corrections by body, and dates given by hand to frames that have none. */
final readonly class Clocks
{
    /**
     * @param array<array-key, ClockCorrection> $corrections by the body's name
     * @param array<array-key, CapturedAt>      $byHand      by frame key, for frames without a time from their camera
     */
    public function __construct(public array $corrections = [], public array $byHand = [])
    {
    }

    public function correctionOf(?Body $body): ?ClockCorrection
    {
        $found = null === $body ? null : $this->corrections[$body->name()] ?? null;

        return 0 === $found?->seconds ? null : $found;
    }

    public function time(ReadFrame $frame): TimedFrame
    {
        $camera = $frame->facts?->takenAt;
        if (null === $camera) {
            $given = $this->byHand[$frame->frame->key] ?? null;

            return null === $given ? new TimedFrame($frame, $frame->takenAt(), TimeSource::File) : new TimedFrame($frame, $given, TimeSource::Hand);
        }
        $correction = $this->correctionOf(Body::of($frame->facts));

        return null === $correction ? new TimedFrame($frame, $camera, TimeSource::Camera) : new TimedFrame($frame, $camera->movedBy($correction->seconds), TimeSource::Corrected);
    }

    /**
     * @param list<ReadFrame> $frames in any order
     *
     * @return list<TimedFrame> in order of capture
     */
    public function timeAll(array $frames): array
    {
        return CaptureOrder::sort(array_map($this->time(...), $frames));
    }
}
