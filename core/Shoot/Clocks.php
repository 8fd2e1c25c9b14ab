<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Shoot;

use VelvetLedger\Core\Capture\CapturedAt;
use VelvetLedger\Core\Card\ReadFrame;

/** What is done about times: corrections by body, or of some of its frames, and dates given by hand to frames that have none. */
final readonly class Clocks
{
    /**
     * @param array<array-key, ClockCorrection> $corrections by the body's name
     * @param array<array-key, CapturedAt>      $byHand      by frame key, for frames without a time from their camera
     * @param list<ClockSpan>                   $spans       what is said of some frames only; of several that have a frame the last
     */
    public function __construct(public array $corrections = [], public array $byHand = [], public array $spans = [])
    {
    }

    public function correctionOf(?Body $body): ?ClockCorrection
    {
        $found = null === $body ? null : $this->corrections[$body->name()] ?? null;

        return 0 === $found?->seconds ? null : $found;
    }

    /** What is done about a frame's time: what was said of it among some, else of its body. */
    public function correctionAt(ReadFrame $frame): ?ClockCorrection
    {
        foreach (array_reverse($this->spans) as $span) {
            if (isset($span->frames[$frame->frame->key])) {
                return 0 === $span->correction->seconds ? null : $span->correction;
            }
        }

        return $this->correctionOf(Body::of($frame->facts));
    }

    public function time(ReadFrame $frame): TimedFrame
    {
        $camera = $frame->facts?->takenAt;
        if (null === $camera) {
            $given = $this->byHand[$frame->frame->key] ?? null;

            return null === $given ? new TimedFrame($frame, $frame->takenAt(), TimeSource::File) : new TimedFrame($frame, $given, TimeSource::Hand);
        }
        $correction = $this->correctionAt($frame);

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
