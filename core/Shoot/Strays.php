<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Shoot;

use VelvetLedger\Core\Words\Count;

/**
 * Points out shoots that lie far in time from the rest of a card: forgotten frames of an earlier job, or a clock
 * that was reset. Shoots less than a week apart belong together; the group with most frames is the rest, and a
 * group of at most a quarter as many is a stray; so are a few frames, where the rest are more and of three times as
 * many days (common practice, no published source).
 */
final class Strays
{
    private const APART = 7 * 86400;
    private const SHARE = 4;
    private const FEW = 24;
    private const DAYS = 3;
    private const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve'];
    /** Unit => its length in days; weeks measure what is less than twice the next. */
    private const LONGER_UNITS = ['year' => 365.25, 'month' => 30.44];

    /**
     * @param list<ProposedShoot> $shoots in order of their first frames
     *
     * @return array<array-key, string> shoot id => "6 frames from 2 April, five weeks before the others."
     */
    public static function among(array $shoots): array
    {
        $groups = [];
        $end = null;
        foreach ($shoots as $shoot) {
            $first = $shoot->frames[0]->at->clockSeconds();
            if (null === $end || $first - $end >= self::APART) {
                $groups[] = [];
            }
            $groups[\count($groups) - 1][] = $shoot;
            $end = max($end ?? $first, $shoot->frames[\count($shoot->frames) - 1]->at->clockSeconds());
        }
        $sizes = array_map(static fn (array $group): int => array_sum(array_map(static fn (ProposedShoot $shoot): int => \count($shoot->frames), $group)), $groups);
        $main = [] === $sizes ? 0 : (int) array_search(max($sizes), $sizes, true);
        $found = [];
        foreach ($groups as $i => $group) {
            if ($i !== $main && ($sizes[$i] * self::SHARE <= $sizes[$main] || $sizes[$i] <= self::FEW && $sizes[$i] < $sizes[$main] && self::days($group) * self::DAYS <= self::days($groups[$main]))) {
                foreach ($group as $shoot) {
                    $found[$shoot->id] = self::sentence($shoot, $groups[$main], [...$groups[$i - 1] ?? [], ...$groups[$i + 1] ?? []]);
                }
            }
        }

        return $found;
    }

    /** @param list<ProposedShoot> $group */
    private static function days(array $group): int
    {
        return \count(array_unique(array_map(static fn (ProposedShoot $shoot): string => $shoot->date, $group)));
    }

    /**
     * @param non-empty-list<ProposedShoot> $main the group with most frames
     * @param list<ProposedShoot>           $next those before and after it in time
     */
    private static function sentence(ProposedShoot $stray, array $main, array $next): string
    {
        $apart = static fn (ProposedShoot $other): int => max($stray->frames[0]->at->clockSeconds() - $other->frames[\count($other->frames) - 1]->at->clockSeconds(), $other->frames[0]->at->clockSeconds() - $stray->frames[\count($stray->frames) - 1]->at->clockSeconds());
        usort($next, static fn (ProposedShoot $a, ProposedShoot $b): int => $apart($a) <=> $apart($b));
        $isMain = [] === $next || \in_array($next[0], $main, true);
        $rest = $isMain ? $main : [$next[0]];
        $first = $rest[0]->frames[0]->at->clockSeconds(); // in order of their first frames
        $last = max(array_map(static fn (ProposedShoot $shoot): int => $shoot->frames[\count($shoot->frames) - 1]->at->clockSeconds(), $rest));
        $own = $stray->frames[\count($stray->frames) - 1]->at->clockSeconds();
        $before = $own < $first;
        $apart = $before ? $first - $own : $stray->frames[0]->at->clockSeconds() - $last;
        $otherYear = substr($stray->date, 0, 4) !== substr($main[0]->date, 0, 4);
        $frames = \count($stray->frames);

        return \sprintf(
            '%s from %s, %s %s %s.',
            Count::of($frames, 'frame'),
            (new \DateTimeImmutable($stray->date))->format($otherYear ? 'j F Y' : 'j F'),
            self::inWords($apart),
            $before ? 'before' : 'after',
            $isMain ? 'the others' : 'the next on the card',
        );
    }

    private static function inWords(int $seconds): string
    {
        [$unit, $length] = ['week', 7.0];
        foreach (self::LONGER_UNITS as $longer => $days) {
            if ($seconds >= 2 * 86400 * $days) {
                [$unit, $length] = [$longer, $days];
                break;
            }
        }
        $number = max(1, (int) round($seconds / 86400 / $length));

        return (1 === $number ? 'a' : self::NUMBERS[$number] ?? (string) $number).' '.$unit.(1 === $number ? '' : 's');
    }
}
