<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Shoot;

use VelvetLedger\Core\Capture\CapturedAt;

/** How a body's clock is put right: by how many seconds, and how that is known. */
final readonly class ClockCorrection
{
    private function __construct(public int $seconds, public string $because)
    {
    }

    /** @param int $seconds to put the clock on by; back where negative */
    public static function by(int $seconds): self
    {
        return new self($seconds, 'by hand');
    }

    /** One frame shows a time known from elsewhere: a church clock, a frame of another body, a diary. */
    public static function whereThisFrame(CapturedAt $shows, CapturedAt $right, string $because = 'by hand'): self
    {
        return new self($right->clockSeconds() - $shows->clockSeconds(), $because);
    }

    /** "back by 1 h", "on by 2 d 3 min 20 s". */
    public function inWords(): string
    {
        $left = abs($this->seconds);
        $parts = [];
        foreach (['d' => 86400, 'h' => 3600, 'min' => 60, 's' => 1] as $unit => $seconds) {
            if ($left >= $seconds) {
                $parts[] = intdiv($left, $seconds).' '.$unit;
                $left %= $seconds;
            }
        }

        return [] === $parts ? 'as it is' : ($this->seconds < 0 ? 'back by ' : 'on by ').implode(' ', $parts);
    }
}
