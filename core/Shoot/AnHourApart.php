<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Shoot;

/**
 * Two bodies at one event of which one began and ended an hour from the other: a clock that was not put on, or put on
 * twice, in spring or autumn. Common practice, no published source.
 */
final class AnHourApart
{
    /** Fewer frames have no hours of their own. */
    private const SOME = 3;

    /** Seconds that two bodies begin and end apart at one event, and that an event lasts at the least. */
    private const ABOUT = 600;
    private const LONG = 1800;

    /**
     * @param array{int, int} $hours from when to when, clock seconds
     * @param array{int, int} $other
     *
     * @return int|null by how many hours these are later: 1 or -1; null where it is something else, or the other is too short
     */
    public static function of(array $hours, array $other): ?int
    {
        foreach ([1, -1] as $later) {
            $isOff = static fn (int $seconds): bool => abs($seconds - 3600 * $later) <= self::ABOUT;
            if ($other[1] - $other[0] >= self::LONG && $isOff($hours[0] - $other[0]) && $isOff($hours[1] - $other[1])) {
                return $later;
            }
        }

        return null;
    }

    /**
     * Bodies of one desk that are an hour apart, by their clocks as they are put right.
     *
     * @param list<ProposedShoot> $shoots
     *
     * @return array<array-key, string> shoot id => what is to be said of the body with fewer frames
     */
    public static function among(array $shoots): array
    {
        $found = [];
        $bodies = array_merge(...array_map(self::bodies(...), $shoots));
        foreach ($bodies as [$shoot, $body, $hours, $frames]) {
            foreach ($bodies as [, $other, $ofOther, $more]) {
                $later = $body === $other || $frames > $more ? null : self::of($hours, $ofOther);
                if (null !== $later) {
                    $found[$shoot] ??= \sprintf('The first and the last frame of %s here lie an hour %s those of %s: if its clock was an hour %s, put it right.', $body, $later > 0 ? 'after' : 'before', $other, $later > 0 ? 'ahead' : 'behind');
                }
            }
        }

        return $found;
    }

    /**
     * @param list<TimedFrame> $frames
     *
     * @return array{int, int}|null from when to when they were taken, clock seconds; null where they are too few
     */
    public static function hours(array $frames): ?array
    {
        $at = array_map(static fn (TimedFrame $frame): int => $frame->at->clockSeconds(), $frames);

        return \count($at) < self::SOME ? null : [min($at), max($at)];
    }

    /** @return list<array{string, string, array{int, int}, int}> shoot, body, its hours in it, frames */
    private static function bodies(ProposedShoot $shoot): array
    {
        $of = $found = [];
        foreach ($shoot->frames as $frame) {
            $body = Body::of($frame->read->facts)?->name();
            if (null !== $body) {
                $of[$body][] = $frame;
            }
        }
        foreach ($of as $body => $frames) {
            $hours = self::hours($frames);
            if (null !== $hours) {
                $found[] = [$shoot->id, $body, $hours, \count($frames)];
            }
        }

        return $found;
    }
}
