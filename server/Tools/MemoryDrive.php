<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use VelvetLedger\Core\Card\FolderNames;

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

    /**
     * Takes away folders of ours that processes left which were killed, with the files in them. Others may put folders and links
     * there, too: what is not our own folder is not looked into.
     *
     * @param string $start what the names of such folders begin with, before the number of their process
     */
    public static function clear(string $in, string $start): void
    {
        foreach (FolderNames::in($in) as $name) {
            $folder = $in.'/'.$name;
            if (str_starts_with($name, $start) && self::isOurs($folder) && self::isOver($folder, (int) substr($name, \strlen($start)))) {
                array_map(static fn (string $file): bool => @unlink($folder.'/'.$file), FolderNames::in($folder)); // hidden ones too: a writer's temporary files are
                @rmdir($folder);
            }
        }
    }

    private static function isOurs(string $folder): bool
    {
        clearstatcache(true, $folder);
        $stat = @lstat($folder);

        return false !== $stat && 0o040000 === ($stat['mode'] & 0o170000) && $stat['uid'] === posix_geteuid();
    }

    /** Whether its process has ended; another may have its number since (proc(5): a process's folder is as old as it is). */
    private static function isOver(string $folder, int $process): bool
    {
        clearstatcache();

        return !is_dir('/proc/'.$process) || (int) @filectime('/proc/'.$process) > (int) @filemtime($folder) + 60;
    }
}
