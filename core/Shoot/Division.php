<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Shoot;

/** How frames in time are divided into shoots: by the day, and within a day wherever the camera rested long enough. */
final readonly class Division
{
    private const LATEST_TURN = 12;

    /**
     * @param int|null $pauseMinutes a longer rest begins a new shoot; null where only the day does
     * @param int      $dayTurnsAt   hour, 0 to 12, before which frames belong to the day before
     */
    private function __construct(public ?int $pauseMinutes, public int $dayTurnsAt)
    {
    }

    public static function byDay(int $dayTurnsAt = 0): self
    {
        return new self(null, self::hour($dayTurnsAt));
    }

    /** @throws CouldNotDivide */
    public static function byDayAndPause(int $minutes, int $dayTurnsAt = 0): self
    {
        return $minutes >= 1 && $minutes <= 1440 ? new self($minutes, self::hour($dayTurnsAt)) : throw CouldNotDivide::atPause($minutes);
    }

    /** The day that a time belongs to: a job that ends at two in the morning belongs to the evening before. */
    public function dayOf(TimedFrame $frame): string
    {
        return $frame->at->movedBy(-3600 * $this->dayTurnsAt)->date();
    }

    /**
     * @param list<TimedFrame> $frames in order of capture
     *
     * @return list<ProposedShoot> in order of their first frames
     */
    public function propose(array $frames): array
    {
        $seconds = CaptureOrder::seconds($frames);
        $shoots = [];
        $latest = []; // by day: the shoot under way, and when its last frame was taken
        foreach ($frames as $i => $frame) {
            $day = $this->dayOf($frame);
            [$shoot, $last] = $latest[$day] ?? [null, 0];
            if (null === $shoot || (null !== $this->pauseMinutes && $seconds[$i] - $last > 60 * $this->pauseMinutes)) {
                $shoot = \count($shoots);
            }
            $shoots[$shoot][] = $frame;
            $latest[$day] = [$shoot, $seconds[$i]];
        }

        return array_values(array_map(fn (array $members): ProposedShoot => $this->shoot($members), $shoots));
    }

    /**
     * @param non-empty-list<TimedFrame> $frames in order of capture
     * @param TimedFrame|null            $begun  the frame that the shoot began at, which gives it its day whatever was moved into it since
     */
    public function shoot(array $frames, ?string $id = null, ?TimedFrame $begun = null): ProposedShoot
    {
        return new ProposedShoot($id ?? $frames[0]->key(), $this->dayOf($begun ?? $frames[0]), $frames);
    }

    private static function hour(int $hour): int
    {
        return $hour >= 0 && $hour <= self::LATEST_TURN ? $hour : throw CouldNotDivide::atHour($hour);
    }
}
