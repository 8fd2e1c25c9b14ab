<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Capture;

/**
 * When a frame was taken, by the camera's own clock: local date and time, and where the camera wrote them,
 * the fraction of a second and the offset from UTC (Exif 2.32: DateTimeOriginal, SubSecTimeOriginal, OffsetTimeOriginal).
 */
final readonly class CapturedAt
{
    /** Of a second's fraction, as far as a nanosecond: no clock of a camera counts further, and a damaged file may say anything. */
    private const FRACTION_DIGITS = 9;

    /** From the year 1 to 9999, with a day to spare for the time zone; Unix seconds. */
    private const FIRST_SECOND = -62_135_510_400;
    private const LAST_SECOND = 253_402_214_400;

    private function __construct(public string $local, public ?string $subsecond, public ?string $offset)
    {
    }

    /**
     * From Exif text, "2026:05:04 21:14:09"; separators other than the colon occur and are taken.
     * Null where it is no date: blanks, zeros, the 31st of June.
     */
    public static function fromExif(?string $dateTime, ?string $subsecond = null, ?string $offset = null): ?self
    {
        if (null === $dateTime || 1 !== preg_match('/^(\d{4})\D(\d\d)\D(\d\d)\D(\d\d)\D(\d\d)(?:\D(\d\d))?/', $dateTime, $part)) {
            return null;
        }
        $second = $part[6] ?? '00';
        if (!checkdate((int) $part[2], (int) $part[3], (int) $part[1]) || (int) $part[4] > 23 || (int) $part[5] > 59 || (int) $second > 60) {
            return null;
        }
        $fraction = null !== $subsecond && 1 === preg_match('/^\d+/', $subsecond, $digits) ? substr($digits[0], 0, self::FRACTION_DIGITS) : null;
        $zone = null !== $offset && 1 === preg_match('/^(?:[+-]\d\d:\d\d|Z)/', $offset, $found) ? $found[0] : null;

        return new self("$part[1]-$part[2]-$part[3]T$part[4]:$part[5]:$second", $fraction, $zone);
    }

    /** From a file's modification time, Unix seconds, as the clock of this machine would show it. */
    public static function fromFileTime(int $seconds): self
    {
        return new self(date('Y-m-d\TH:i:s', self::withinCalendar($seconds)), null, null);
    }

    /** From a date and time written by hand, "2026-05-04T21:14:09" or "2026-05-04 21:14"; null where it is none. */
    public static function fromText(string $text): ?self
    {
        return 1 === preg_match('/^\d{4}-\d\d-\d\d[T ]\d\d:\d\d(?::\d\d)?$/', $text) ? self::fromExif($text) : null;
    }

    /** The same with the camera's clock put on by $seconds, or back; its fraction and offset stay. */
    public function movedBy(int $seconds): self
    {
        return 0 === $seconds ? $this : new self(gmdate('Y-m-d\TH:i:s', self::withinCalendar($this->clockSeconds() + $seconds)), $this->subsecond, $this->offset);
    }

    /** Seconds from 1970 as a clock without daylight saving would count them; for differences, not for moments. */
    public function clockSeconds(): int
    {
        $text = $this->local;

        return (int) gmmktime((int) substr($text, 11, 2), (int) substr($text, 14, 2), (int) substr($text, 17, 2), (int) substr($text, 5, 2), (int) substr($text, 8, 2), (int) substr($text, 0, 4));
    }

    /** Seconds from the moment that this clock shows 1970 to now; Unix time where the camera wrote its offset from UTC. */
    public function instant(): ?int
    {
        if (null === $this->offset) {
            return null;
        }
        $ahead = 'Z' === $this->offset ? 0 : 3600 * (int) substr($this->offset, 1, 2) + 60 * (int) substr($this->offset, 4, 2);

        return $this->clockSeconds() - ('-' === $this->offset[0] ? -$ahead : $ahead);
    }

    /** Years are written with four digits: a damaged directory may give any time, and a correction lead out of the calendar. */
    private static function withinCalendar(int $seconds): int
    {
        return max(self::FIRST_SECOND, min(self::LAST_SECOND, $seconds));
    }

    /** The calendar date, "2026-05-04". */
    public function date(): string
    {
        return substr($this->local, 0, 10);
    }

    /** Sorts as the moments do: local time with its fraction. */
    public function sortKey(): string
    {
        return $this->local.'.'.($this->subsecond ?? '0');
    }
}
