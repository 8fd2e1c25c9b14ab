<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Words;

/** A day in a sentence, as the pages write it: "Mon 4 May 2026". */
final class Day
{
    /** @param string $date "2026-05-04", whatever follows; left as it is where it is no date */
    public static function of(string $date): string
    {
        $day = \DateTimeImmutable::createFromFormat('!Y-m-d', substr($date, 0, 10));

        return false === $day ? $date : $day->format('D j F Y');
    }

    /** "Mon 4 May 2026, 21:14", by a clock: this machine's where none is named. */
    public static function withTime(\DateTimeImmutable $time, ?\DateTimeZone $zone = null): string
    {
        $here = $time->setTimezone($zone ?? new \DateTimeZone(date_default_timezone_get()));

        return self::of($here->format('Y-m-d')).', '.$here->format('H:i');
    }

    /** @param string $month "2026-05"; left as it is where it is none */
    public static function month(string $month): string
    {
        $first = \DateTimeImmutable::createFromFormat('!Y-m', $month);

        return false === $first ? $month : $first->format('F Y');
    }

    /**
     * The day before, the day, and the day after.
     *
     * @param string $date "2026-05-04"
     *
     * @return list<string>
     */
    public static function around(string $date): array
    {
        $day = \DateTimeImmutable::createFromFormat('!Y-m-d', $date, new \DateTimeZone('UTC'));

        return false === $day ? [$date] : [$day->modify('-1 day')->format('Y-m-d'), $date, $day->modify('+1 day')->format('Y-m-d')];
    }
}
