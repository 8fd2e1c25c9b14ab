<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

/**
 * A drive in memory (Linux, tmpfs(5)), for files that live for a moment: a drive that takes away many files is slow with
 * all others for a while, for ext4 gives no place out again that was left just before.
 */
final class MemoryDrive
{
    public const PLACE = '/dev/shm';

    /** So much more has to be free, on it and in memory: somebody else works here, too. */
    private const TIMES = 4;

    /** Its path; null where there is none, or not that much room. */
    public static function with(int $bytes): ?string
    {
        $room = is_dir(self::PLACE) && is_writable(self::PLACE) ? @disk_free_space(self::PLACE) : false;
        $memory = 1 === preg_match('/^MemAvailable:\s*(\d+) kB/m', (string) @file_get_contents('/proc/meminfo'), $found) ? 1024 * (int) $found[1] : 0;

        return false !== $room && min($room, $memory) >= self::TIMES * $bytes ? self::PLACE : null;
    }
}
