<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Naming;

use VelvetLedger\Core\Capture\CapturedAt;

/** A date written in the field symbols of UTS #35 (Unicode LDML, Part 4, Date Field Symbol Table), by ICU, in English, weeks as ISO 8601 counts them. */
final class DateFields
{
    private const LETTERS = 'yYMLdDEHhmsSawQ';

    /** @var array<string, \IntlDateFormatter> */
    private static array $formatters = [];

    /** @var array<string, array{string, string}> fields without a time of day => the date last written so, and how */
    private static array $lastDates = [];

    /** @throws CouldNotCompose */
    public static function check(string $fields): void
    {
        $because = match (true) {
            '' === $fields || 1 !== preg_match('/^['.self::LETTERS.' ._,-]{1,40}$/', $fields) || 1 !== preg_match('/[a-zA-Z]/', $fields) => 'they are letters of UTS #35 ('.implode(' ', str_split(self::LETTERS)).') with spaces, hyphens, underscores, commas or full stops between',
            str_contains($fields, 'm') && 1 !== preg_match('/[Hh]/', $fields) => 'm is the minute and stands with an hour; the month is M',
            str_contains($fields, 'Y') && !str_contains($fields, 'w') => 'Y is the year that a week belongs to and stands with w; the calendar year is y',
            str_contains($fields, 'D') && 1 === preg_match('/[ML]/', $fields) => 'D is the day of the year; the day of the month is d',
            str_contains($fields, 'h') && !str_contains($fields, 'a') => 'h is the hour of a 12-hour clock and stands with a; the hour of the day is H',
            default => null,
        };
        if (null !== $because) {
            throw CouldNotCompose::fields($fields, $because);
        }
    }

    public static function format(CapturedAt $at, string $fields): string
    {
        if (1 === preg_match('/[HhmsSa]/', $fields)) {
            return self::write($at, $fields);
        }
        [$date, $text] = self::$lastDates[$fields] ?? ['', ''];
        if ($date !== $at->date()) {
            $text = self::write($at, $fields);
            self::$lastDates[$fields] = [$at->date(), $text];
        }

        return $text;
    }

    private static function write(CapturedAt $at, string $fields): string
    {
        $formatter = self::$formatters[$fields] ??= new \IntlDateFormatter('en_GB', \IntlDateFormatter::NONE, \IntlDateFormatter::NONE, 'UTC', \IntlDateFormatter::GREGORIAN, $fields);
        // ICU counts in whole milliseconds; a fifth of one more keeps 0.056 from being 0.05599… in binary.
        $text = $formatter->format($at->clockSeconds() + (float) ('0.'.substr($at->subsecond ?? '0', 0, 3)) + 0.0002);

        return \is_string($text) ? $text : throw new \LogicException("ICU took the fields $fields and wrote nothing.");
    }
}
