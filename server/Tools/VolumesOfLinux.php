<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Tools;

use VelvetLedger\Core\Card\TellsVolume;

/**
 * Volumes as Linux tells them: what is mounted where by /proc/self/mountinfo (proc(5)), which UUID a device has by the
 * links in /dev/disk/by-uuid. Elsewhere there are no such files, and nothing is told.
 */
final readonly class VolumesOfLinux implements TellsVolume
{
    public function __construct(private string $mounts = '/proc/self/mountinfo', private string $uuids = '/dev/disk/by-uuid')
    {
    }

    public function uuid(string $path): ?string
    {
        $real = realpath($path);
        $device = null;
        foreach (false === $real ? [] : explode("\n", (string) @file_get_contents($this->mounts)) as $line) {
            // id, parent, major:minor, root, mount point, options, optional fields …, "-", type, source
            $parts = explode(' - ', $line, 2);
            $before = explode(' ', $parts[0]);
            if (2 === \count($parts) && '/' === ($before[3] ?? '') && self::unescaped($before[4] ?? '') === $real) {
                $device = self::unescaped(explode(' ', $parts[1])[1] ?? ''); // what was mounted last lies on top
            }
        }
        $device = null === $device ? false : realpath($device);
        $links = false === $device ? false : @scandir($this->uuids);
        foreach (false === $links ? [] : $links as $uuid) {
            if (realpath($this->uuids.'/'.$uuid) === $device && '.' !== $uuid[0]) {
                return $uuid;
            }
        }

        return null;
    }

    /** Blanks and the like stand as octal numbers in mountinfo. */
    private static function unescaped(string $field): string
    {
        return preg_replace_callback('/\\\\([0-7]{3})/', static fn (array $found): string => \chr((int) octdec($found[1])), $field) ?? '';
    }
}
