<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Shoot;

/** How frames in time are divided into shoots: by the day, and within a day wherever the camera rested long enough. */
final readonly class Division
{
    private const LATEST_TURN = 12;
    /** What goes on over midnight without a longer rest than there was in these hours before it belongs to the evening: a rest of at least the one, and at most the other, counts as usual, seconds; and only until this hour. Common practice, no published source. */
    private const EVENING = 3 * 3600;
    private const SHORT_REST = 600;
    private const LONG_REST = 3600;
    private const NIGHT_ENDS = 6;

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
        $days = $this->days($frames, $seconds);
        $shoots = [];
        $latest = []; // by day: the shoot under way, and when its last frame was taken
        foreach ($frames as $i => $frame) {
            $day = $days[$i];
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
     * The day that each frame belongs to: the day it was taken, but for what goes on over midnight from the evening before, where nothing was said of when the day turns.
     *
     * @param list<TimedFrame> $frames  in order of capture
     * @param list<int>        $seconds where each stands
     *
     * @return list<string>
     */
    private function days(array $frames, array $seconds): array
    {
        $taken = array_map($this->dayOf(...), $frames);
        $days = $taken;
        $rest = null; // while a night goes on: the longest that counts as usual
        for ($i = 1, $count = 0 === $this->dayTurnsAt ? \count($frames) : 0; $i < $count; ++$i) {
            $isNewDay = $taken[$i] !== $taken[$i - 1];
            if (null === $rest && !$isNewDay) {
                continue;
            }
            if ($isNewDay) {
                $follows = TimeSource::File !== $frames[$i]->by && $taken[$i] === $frames[$i - 1]->at->movedBy(86400)->date();
                $rest = $follows ? $this->usualRest($seconds, $i - 1) : null;
            }
            if (null !== $rest && $seconds[$i] - $seconds[$i - 1] <= $rest && (int) substr($frames[$i]->at->local, 11, 2) < self::NIGHT_ENDS) {
                $days[$i] = $days[$i - 1];
            } else {
                $rest = null;
            }
        }

        return array_values($days);
    }

    /**
     * @param list<int> $seconds
     * @param int       $last    of the evening
     */
    private function usualRest(array $seconds, int $last): int
    {
        if (null !== $this->pauseMinutes) {
            return 60 * $this->pauseMinutes;
        }
        $longest = self::SHORT_REST;
        for ($i = $last; $i > 0 && $seconds[$last] - $seconds[$i - 1] <= self::EVENING; --$i) {
            $longest = max($longest, $seconds[$i] - $seconds[$i - 1]);
        }

        return min(self::LONG_REST, $longest);
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
