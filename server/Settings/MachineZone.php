<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Settings;

/** The time zone of this machine's clock, which PHP does not ask for by itself: files without a date in them are dated by it. */
final class MachineZone
{
    /** So that dates are those of the clock on the wall; a zone in php.ini stays, but for UTC, which PHP itself puts there. */
    public static function keep(): void
    {
        $zone = self::of(getenv('TZ'), '/etc/localtime', '/etc/timezone');
        if (\in_array(\ini_get('date.timezone'), ['', 'UTC'], true) && null !== $zone) {
            date_default_timezone_set($zone);
        }
    }

    /**
     * By the environment (POSIX: TZ, ":Area/City" or without the colon), else by what the system's clock is set to.
     *
     * @param string|false $said  TZ
     * @param string       $link  to a file of the zone database, its path ending in "zoneinfo/Area/City"
     * @param string       $named a file with the zone's name in it, as Debian has one
     *
     * @return string|null null where none is named that is known here
     */
    public static function of(string|false $said, string $link, string $named): ?string
    {
        $said = false === $said ? '' : ltrim($said, ':');
        $target = (string) @readlink($link);
        $file = is_file($named) ? (string) @file_get_contents($named, length: 100) : '';
        foreach ([$said, $target, $file] as $name) {
            $name = trim(str_contains($name, 'zoneinfo/') ? substr($name, (int) strrpos($name, 'zoneinfo/') + 9) : $name);
            if ('' !== $name && \in_array($name, \DateTimeZone::listIdentifiers(\DateTimeZone::ALL_WITH_BC), true)) {
                return $name;
            }
        }

        return null;
    }
}
