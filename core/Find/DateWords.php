<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Find;

/**
 * Days as people write them: "may 2024", "3–9 June", "last summer", "2024-05-04 to 2024-05-06", "april" of any year. Seasons are
 * those of meteorologists in the north: spring is March to May, and a winter has the year of its December.
 */
final readonly class DateWords
{
    private const MONTH = '(?:jan(?:uary)?|feb(?:ruary)?|mar(?:ch)?|apr(?:il)?|may|june?|july?|aug(?:ust)?|sept?(?:ember)?|oct(?:ober)?|nov(?:ember)?|dec(?:ember)?)';
    private const DAY = '\d{1,2}(?:st|nd|rd|th)?';
    private const YEAR = '(?:19|20)\d\d';
    private const TO = '\s*(?:-|–|—|\bto\b|\buntil\b)\s*';
    private const SEASONS = ['spring' => 3, 'summer' => 6, 'autumn' => 9, 'fall' => 9, 'winter' => 12];

    /**
     * @param Days|null    $days    null where no day is named
     * @param list<string> $phrases that name them, as they were written
     * @param list<string> $single  those of them that may be meant as a word as well: "may", "march", "2024"
     * @param string       $rest    what else was written
     */
    private function __construct(public ?Days $days, public array $phrases, public array $single, public string $rest)
    {
    }

    /** @param string $today "2026-05-04" */
    public static function in(string $text, string $today): self
    {
        $days = null;
        $phrases = $single = [];
        $rest = $text;
        foreach (self::patterns() as $pattern => $meaning) {
            $rest = preg_replace_callback('/(?<![\w-])'.$pattern.'(?![\w-])/iu', static function (array $found) use (&$days, &$phrases, &$single, $meaning, $today): string {
                $means = $meaning(new DateParts($found), $today);
                if (null === $means) {
                    return $found[0];
                }
                $days = null === $days ? $means : $days->or($means);
                $phrases[] = trim($found[0]);
                if (1 === preg_match('/^\p{L}+$|^\d+$/u', $found[0])) {
                    $single[] = $found[0];
                }

                return ' ';
            }, $rest) ?? $rest;
        }

        return new self($days, $phrases, $single, trim(preg_replace('/\s+/u', ' ', $rest) ?? ''));
    }

    /** @return array<string, \Closure(DateParts, string): ?Days> the longest first */
    private static function patterns(): array
    {
        [$m, $d, $y, $to, $season] = [self::MONTH, self::DAY, self::YEAR, self::TO, implode('|', array_keys(self::SEASONS))];

        return [
            "(?<a>$y-\\d\\d-\\d\\d)$to(?<b>$y-\\d\\d-\\d\\d)" => static fn (DateParts $f): ?Days => null === $f->day('a') || null === $f->day('b') ? null : Days::from(min($f->text('a'), $f->text('b')), max($f->text('a'), $f->text('b'))),
            "(?<a>$y-\\d\\d-\\d\\d)" => static fn (DateParts $f): ?Days => null === $f->day('a') ? null : self::day($f->text('a')),
            "(?<d1>$d)\\s+(?<m1>$m)(?:\\s+(?<y1>$y))?$to(?<d2>$d)\\s+(?<m2>$m)(?:,?\\s+(?<y2>$y))?" => static fn (DateParts $f): ?Days => self::span($f->month('m1'), $f->number('d1'), $f->month('m2'), $f->number('d2'), $f->textOrNull('y1'), $f->textOrNull('y2')),
            "(?<d1>$d)$to(?<d2>$d)\\s+(?<m>$m)(?:,?\\s+(?<y>$y))?" => self::daysOfMonth(...),
            "(?<m>$m)\\s+(?<d1>$d)$to(?<d2>$d)(?:,?\\s+(?<y>$y))?" => self::daysOfMonth(...),
            "(?<d1>$d)\\s+(?<m>$m)(?:,?\\s+(?<y>$y))?" => self::daysOfMonth(...),
            "(?<m>$m)\\s+(?<d1>$d)(?:,?\\s+(?<y>$y))?" => self::daysOfMonth(...),
            "(?<m1>$m)(?:\\s+(?<y1>$y))?$to(?<m2>$m)(?:\\s+(?<y2>$y))?" => static fn (DateParts $f): ?Days => self::span($f->month('m1'), 1, $f->month('m2'), 31, $f->textOrNull('y1'), $f->textOrNull('y2')),
            "(?<m>$m)\\s+(?<y>$y)" => static fn (DateParts $f): Days => self::months($f->number('y'), $f->month('m'), 1),
            "(?<y>$y)-(?<n>0[1-9]|1[0-2])" => static fn (DateParts $f): Days => self::months($f->number('y'), $f->number('n'), 1),
            "(?<s>$season)\\s+(?:of\\s+)?(?<y>$y)" => static fn (DateParts $f): Days => self::months($f->number('y'), self::SEASONS[$f->text('s')] ?? 1, 3),
            "(?<w>last|this)\\s+(?<s>$season|year|month|week)" => static fn (DateParts $f, string $today): Days => self::lately('last' === $f->text('w'), $f->text('s'), $today),
            '(?<w>today|yesterday)' => static fn (DateParts $f, string $today): Days => self::day('today' === $f->text('w') ? $today : self::shift($today, '-1 day')),
            "(?<a>$y)$to(?<b>$y)" => static fn (DateParts $f): Days => Days::from(min($f->text('a'), $f->text('b')).'-01-01', max($f->text('a'), $f->text('b')).'-12-31'),
            "(?<y>$y)" => static fn (DateParts $f): Days => Days::from($f->text('y').'-01-01', $f->text('y').'-12-31'),
            "(?<m>$m)" => static fn (DateParts $f): Days => Days::everyYear(\sprintf('%02d-01', $f->month('m')), \sprintf('%02d-31', $f->month('m'))),
            '(?<s>spring|summer|autumn|winter)' => static fn (DateParts $f): Days => Days::everyYear(\sprintf('%02d-01', self::SEASONS[$f->text('s')] ?? 1), \sprintf('%02d-31', 1 + ((self::SEASONS[$f->text('s')] ?? 1) + 1) % 12)),
        ];
    }

    private static function daysOfMonth(DateParts $f): ?Days
    {
        return self::span($f->month('m'), $f->number('d1'), $f->month('m'), null === $f->textOrNull('d2') ? $f->number('d1') : $f->number('d2'), null, $f->textOrNull('y'));
    }

    /** In the year that is named last, and where none is, in any. */
    private static function span(int $month, int $day, int $toMonth, int $toDay, ?string $year, ?string $toYear): ?Days
    {
        if ($day < 1 || $day > 31 || $toDay < 1 || $toDay > 31) {
            return null;
        }
        [$from, $to] = [\sprintf('%02d-%02d', $month, $day), \sprintf('%02d-%02d', $toMonth, $toDay)];
        if (null === $year && null === $toYear) {
            return $month === $toMonth && $day > $toDay ? null : Days::everyYear($from, $to);
        }
        $toYear ??= (string) ((int) $year + ($from > $to ? 1 : 0));
        $year ??= (string) ((int) $toYear - ($from > $to ? 1 : 0));

        return "$year-$from" <= "$toYear-$to" ? Days::from("$year-$from", "$toYear-$to") : null;
    }

    private static function months(int $year, int $from, int $many): Days
    {
        $last = $from + $many - 1;

        return Days::from(\sprintf('%d-%02d-01', $year, $from), \sprintf('%d-%02d-31', $year + ($last > 12 ? 1 : 0), $last > 12 ? $last - 12 : $last));
    }

    /** @param bool $last the one that is over last; else the one that it is, of a season the year's */
    private static function lately(bool $last, string $what, string $today): Days
    {
        [$year, $month] = [(int) substr($today, 0, 4), (int) substr($today, 5, 2)];
        if ('week' === $what) {
            $monday = self::shift($today, $last ? 'monday this week -7 days' : 'monday this week');

            return Days::from($monday, self::shift($monday, '+6 days'));
        }
        if ('month' === $what) {
            return $last && 1 === $month ? self::months($year - 1, 12, 1) : self::months($year, $month - ($last ? 1 : 0), 1);
        }
        if ('year' === $what) {
            return Days::from(\sprintf('%d-01-01', $year - ($last ? 1 : 0)), \sprintf('%d-12-31', $year - ($last ? 1 : 0)));
        }
        $from = self::SEASONS[$what] ?? 1;
        $season = self::months($year - (12 === $from && $month < 3 ? 1 : 0), $from, 3);
        for ($back = 1; $last && $season->spans[0][1] >= $today; ++$back) {
            $season = self::months($year - $back, $from, 3);
        }

        return $season;
    }

    private static function day(string $day): Days
    {
        return Days::from($day, $day);
    }

    private static function shift(string $day, string $by): string
    {
        return (new \DateTimeImmutable($day))->modify($by)->format('Y-m-d');
    }
}
